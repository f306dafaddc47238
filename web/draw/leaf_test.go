package draw

import (
	"fmt"
	"testing"

	"glebata/core/leaf"
)

// Every way a leaf may look has a drawing, and no two have the same.
func TestEveryLookOfALeafIsDrawn(t *testing.T) {
	seen := map[string]leaf.Looks{}
	for _, l := range leaf.AllLooks() {
		parts := NewLeafSign(l.Key).Parts
		if drawn := fmt.Sprint(parts); len(parts) == 0 || seen[drawn] != "" {
			t.Errorf("%s is drawn as %q is: %s", l.Key, seen[drawn], drawn)
		} else {
			seen[drawn] = l.Key
		}
	}
}
