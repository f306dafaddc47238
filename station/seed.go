package station

// UsualSeed is what the stand-ins draw from, so that every run is the same.
const UsualSeed = 543
