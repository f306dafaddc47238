package draw

import "glebata/core/leaf"

// LeafSign is a leaf as it looks with something wrong, in a field of 100 by 100.
type LeafSign struct {
	Parts []LeafPart
}

// LeafPart is one path of it, in a class of its own; Turn moves it.
type LeafPart struct{ Kind, Path, Turn Mark }

// Outline of a leaf with its tip up, and its veins.
const (
	leafOutline Mark = "M50 90C24 86 11 64 18 40C24 20 38 10 50 4C62 10 76 20 82 40C89 64 76 86 50 90Z"
	leafVeins   Mark = "M50 99V10M50 78L29 66M50 78L71 66M50 62L24 48M50 62L76 48M50 46L28 32M50 46L72 32M50 30L39 20M50 30L61 20"
)

// leafSigns by how a leaf looks: told apart by shape and hatching, not by colour alone.
var leafSigns = map[leaf.Looks][]LeafPart{
	leaf.Pale:  {{"lf pale", leafOutline, ""}, {"lf thin", leafVeins, ""}},
	leaf.Edges: {{"lf brown", leafOutline, ""}, {"lf green", leafOutline, "translate(50 52) scale(.72) translate(-50 -52)"}, {"lf vein", leafVeins, ""}},
	leaf.Veins: {{"lf pale", leafOutline, ""}, {"lf greenvein", leafVeins, ""}},
	leaf.Dull:  {{"lf dull", leafOutline, "translate(50 90) scale(.62) translate(-50 -90)"}, {"lf vein", leafVeins, "translate(50 90) scale(.62) translate(-50 -90)"}},
	leaf.Mottled: {
		{"lf green", "M50 90C40 92 34 84 26 82C28 74 14 70 20 60C12 52 22 46 18 38C28 34 28 22 38 20C42 10 46 12 50 4C54 12 58 10 62 20C72 22 72 34 82 38C78 46 88 52 80 60C86 70 72 74 74 82C66 84 60 92 50 90Z", ""},
		{"lf patch", "M30 44h14v12h-14zM58 30h12v12h-12zM56 60h16v12h-16zM34 68h10v10h-10z", ""}, {"lf vein", leafVeins, ""},
	},
	leaf.Twisted: {
		{"lf green", "M50 94C36 84 40 66 50 56C62 46 66 34 56 22C52 16 44 14 36 18C46 8 62 8 68 20C78 38 66 52 58 62C52 70 52 82 50 94Z", ""},
		{"lf green", "M48 92C34 88 22 74 28 58C30 52 38 48 44 52C36 54 32 62 36 70C40 80 46 84 48 92Z", ""}, {"lf green", "M52 92C66 90 80 80 78 64C76 56 68 54 64 58C70 60 72 68 68 74C64 82 56 84 52 92Z", ""},
	},
	leaf.Torn: {
		{"lf green", "M50 90C24 86 11 64 18 40L34 46L20 32C24 22 38 10 50 4C62 10 68 14 74 24L60 36L80 34C84 42 85 52 83 60L62 58L80 70C74 82 64 88 50 90Z", ""},
		{"lf brown", "M83 60L62 58L80 70C82 67 83 64 83 60ZM80 34L60 36L74 24C77 28 79 31 80 34Z", ""}, {"lf vein", "M50 99V10M50 78L29 66M50 62L26 50M50 46L70 32", ""},
	},
	leaf.Wilted: {{"lf stalk", "M18 98C14 60 20 22 46 14C62 10 70 22 70 34", ""}, {"lf green", "M70 34C58 40 54 56 60 72C63 82 68 90 72 97C76 90 81 80 83 70C86 54 82 40 70 34Z", ""}, {"lf vein", "M70 34L72 94M71 50L62 60M71 50L80 60M71 66L63 76M71 66L80 76", ""}},
	leaf.Silvered: {
		{"lf silver", leafOutline, ""}, {"lf vein", leafVeins, ""},
		{"lf dot", "M30 40h3v3h-3zM38 30h3v3h-3zM60 26h3v3h-3zM66 40h3v3h-3zM34 54h3v3h-3zM60 54h3v3h-3zM72 54h3v3h-3zM26 60h3v3h-3zM40 70h3v3h-3zM58 70h3v3h-3zM66 66h3v3h-3zM44 40h3v3h-3zM54 44h3v3h-3zM46 20h3v3h-3zM36 80h3v3h-3zM62 82h3v3h-3z", ""},
	},
	leaf.Spots: {
		{"lf green", leafOutline, ""}, {"lf vein", leafVeins, ""},
		{"lf halo", "M22 50a13 10 0 1 0 26 0a13 10 0 1 0 -26 0zM58 66a13 11 0 1 0 26 0a13 11 0 1 0 -26 0zM52 26a9 8 0 1 0 18 0a9 8 0 1 0 -18 0z", ""},
		{"lf spot", "M26 50a9 6.5 0 1 0 18 0a9 6.5 0 1 0 -18 0zM62 66a9 7 0 1 0 18 0a9 7 0 1 0 -18 0zM55 26a6 5 0 1 0 12 0a6 5 0 1 0 -12 0z", ""},
	},
	leaf.Holes: {
		{"lf green", "M50 90C38 88 29 83 24 76C32 74 32 66 20 66C16 57 15 49 18 40C24 20 38 10 50 4C60 9 70 16 77 27C68 30 70 42 83 44C87 64 76 86 50 90Z", ""}, {"lf vein", leafVeins, ""},
		{"lf hole", "M30 46a8 7 0 1 0 16 0a8 7 0 1 0 -16 0zM58 58a9 8 0 1 0 18 0a9 8 0 1 0 -18 0zM44 26a6 6 0 1 0 12 0a6 6 0 1 0 -12 0zM40 74a6 5 0 1 0 12 0a6 5 0 1 0 -12 0z", ""},
	},
}

// NewLeafSign of how a leaf looks.
func NewLeafSign(l leaf.Looks) LeafSign { return LeafSign{leafSigns[l]} }
