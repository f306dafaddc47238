package frame

import (
	"bytes"
	"compress/gzip"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"strings"

	"github.com/gin-gonic/gin"
)

// assets are the static files under names that carry a hash of their content,
// so that a browser may keep them for good.
type assets struct {
	hashed map[string]string // "app.css" to "/static/app.1a2b3c4d.css"
	files  map[string]asset  // by address
}

type asset struct {
	mime  string
	plain []byte
	small []byte // gzipped, nil when that gains nothing
}

// loadAssets of the folder static.
func loadAssets(static fs.FS) (*assets, error) {
	a := &assets{hashed: map[string]string{}, files: map[string]asset{}}
	// Fonts first: the stylesheet names them by their hashed names.
	for _, name := range []string{"fonts/atkinson.woff2", "fonts/bricolage.woff2", "icon.svg", "htmx.js", "app.js", "drafts.js", "app.css"} {
		content, err := fs.ReadFile(static, "static/"+name)
		if err != nil {
			return nil, fmt.Errorf("loading static files: %w", err)
		}
		if name == "app.css" {
			for plain, hashed := range a.hashed {
				content = bytes.ReplaceAll(content, []byte("/static/"+plain), []byte(hashed))
			}
		}
		if err := a.add(name, content); err != nil {
			return nil, err
		}
	}
	return a, nil
}

func (a *assets) add(name string, content []byte) error {
	sum := sha256.Sum256(content)
	ext := path.Ext(name)
	address := "/static/" + strings.TrimSuffix(name, ext) + "." + hex.EncodeToString(sum[:4]) + ext
	f := asset{mime: mime.TypeByExtension(ext), plain: content}
	if ext == ".woff2" {
		f.mime = "font/woff2"
	} else {
		var b bytes.Buffer
		z, err := gzip.NewWriterLevel(&b, gzip.BestCompression)
		if err != nil {
			return err
		}
		if _, err := z.Write(content); err != nil {
			return err
		}
		if err := z.Close(); err != nil {
			return err
		}
		f.small = b.Bytes()
	}
	a.hashed[name] = address
	a.files[address] = f
	return nil
}

// address of a static file, for templates.
func (a *assets) address(name string) (string, error) {
	if address, ok := a.hashed[name]; ok {
		return address, nil
	}
	return "", fmt.Errorf("no static file %q", name)
}

func (a *assets) serve(c *gin.Context) {
	f, ok := a.files[c.Request.URL.Path]
	if !ok {
		c.AbortWithStatus(http.StatusNotFound)
		return
	}
	c.Header("Cache-Control", "public, max-age=31536000, immutable")
	c.Header("Vary", "Accept-Encoding")
	content := f.plain
	if f.small != nil && strings.Contains(c.GetHeader("Accept-Encoding"), "gzip") {
		c.Header("Content-Encoding", "gzip")
		content = f.small
	}
	c.Data(http.StatusOK, f.mime, content)
}
