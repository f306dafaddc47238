package frame

import (
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"
	lru "github.com/hashicorp/golang-lru/v2"

	"glebata/web/form"
)

// maxFlashes that are held; older ones are forgotten, and their page says nothing.
const maxFlashes = 500

func newFlashes() (flashes, error) {
	held, err := lru.New[string, string](maxFlashes)
	return flashes{held}, err
}

// fixed messages have codes of their own.
var saidByCode = map[string]string{
	"planned": "Planned. Weigh the seed in on planting day.",
	"undone":  "Undone. The entry is kept in the log, marked as undone.",
	"photo":   "The photo is kept.",
	"dropped": "The plan was dropped; the bag is free.",
}

// Said is what a page says once; empty for nothing.
func (s *Frame) Said(c *gin.Context) string {
	code := c.Query("said")
	if words, ok := saidByCode[code]; ok {
		return words
	}
	words, _ := s.flashes.held.Get(code)
	return words
}

// RedirectWithFlash goes to a page that says something once.
func (s *Frame) RedirectWithFlash(c *gin.Context, to, words string) error {
	code := form.NewKey()[:12]
	s.flashes.held.Add(code, words)
	join := "?"
	if strings.Contains(to, "?") {
		join = "&"
	}
	c.Redirect(http.StatusSeeOther, to+join+"said="+code)
	return nil
}
