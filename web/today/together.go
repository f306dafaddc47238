package today
