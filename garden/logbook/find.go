package logbook

// Find the first of a list that is so.
func Find[T any](list []T, is func(T) bool) (T, bool) {
	for _, v := range list {
		if is(v) {
			return v, true
		}
	}
	var none T
	return none, false
}
