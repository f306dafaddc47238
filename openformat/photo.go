package openformat

import (
	"bytes"
	"encoding/binary"
	"errors"
	"fmt"
	"image"
	"image/jpeg"
	_ "image/png" // photos are JPEG or PNG
	"io"

	"golang.org/x/image/draw"
)

// Bounds of a photo: how much is read of it, what it may measure, and what is kept.
const (
	MaxPhotoBytes  = 30 << 20
	maxPhotoPixels = 60_000_000
	maxKeptSide    = 1280
	maxKeptBytes   = 300_000
)

// Why a photo is refused.
var (
	ErrNoPhoto    = errors.New("that is no photo: choose a JPEG or PNG file")
	ErrLargePhoto = errors.New("that photo is too large: up to 60 million points are read")
)

// ReadPhoto reads a JPEG or PNG, turns it upright, scales it down to at most 1280 points a
// side, and returns it as JPEG of at most 300 kB, without any metadata. It fails with
// ErrNoPhoto or ErrLargePhoto, or as the reader does.
func ReadPhoto(r io.Reader) (kept []byte, width, height int, err error) {
	data, err := io.ReadAll(io.LimitReader(r, MaxPhotoBytes+1))
	if err != nil {
		return nil, 0, 0, fmt.Errorf("reading a photo: %w", err)
	}
	if len(data) > MaxPhotoBytes {
		return nil, 0, 0, ErrLargePhoto
	}
	about, _, err := image.DecodeConfig(bytes.NewReader(data))
	if err != nil || about.Width < 1 || about.Height < 1 {
		return nil, 0, 0, ErrNoPhoto
	}
	if about.Width > maxPhotoPixels/about.Height {
		return nil, 0, 0, ErrLargePhoto
	}
	full, _, err := image.Decode(bytes.NewReader(data))
	if err != nil {
		return nil, 0, 0, ErrNoPhoto
	}
	small := upright(scaled(full, maxKeptSide), orientation(data))
	for side := maxKeptSide; ; side = side * 3 / 4 {
		small = scaled(small, side)
		for _, quality := range []int{82, 70, 58} {
			var b bytes.Buffer
			if err := jpeg.Encode(&b, small, &jpeg.Options{Quality: quality}); err != nil {
				return nil, 0, 0, fmt.Errorf("writing a photo: %w", err)
			}
			if b.Len() <= maxKeptBytes {
				return b.Bytes(), small.Bounds().Dx(), small.Bounds().Dy(), nil
			}
		}
	}
}

// scaled down to a longest side; smaller ones stay as they are. What is clear becomes
// white. It goes down by half at most at a time, so that every point is seen.
func scaled(src image.Image, side int) *image.RGBA {
	for {
		w, h := src.Bounds().Dx(), src.Bounds().Dy()
		longest := max(w, h)
		if done, ok := src.(*image.RGBA); ok && longest <= side {
			return done
		}
		if to := max(side, (longest+1)/2); longest > to {
			w, h = max(1, w*to/longest), max(1, h*to/longest)
		}
		out := image.NewRGBA(image.Rect(0, 0, w, h))
		draw.Draw(out, out.Bounds(), image.White, image.Point{}, draw.Src)
		draw.ApproxBiLinear.Scale(out, out.Bounds(), src, src.Bounds(), draw.Over, nil)
		src = out
	}
}

// upright turns and mirrors a picture as the camera's orientation, 1 to 8, says.
func upright(src *image.RGBA, way int) *image.RGBA {
	if way < 2 || way > 8 {
		return src
	}
	w, h := src.Bounds().Dx(), src.Bounds().Dy()
	ow, oh := w, h
	if way > 4 {
		ow, oh = h, w
	}
	out := image.NewRGBA(image.Rect(0, 0, ow, oh))
	for y := range h {
		for x := range w {
			tx, ty := x, y
			switch way {
			case 2:
				tx = w - 1 - x
			case 3:
				tx, ty = w-1-x, h-1-y
			case 4:
				ty = h - 1 - y
			case 5:
				tx, ty = y, x
			case 6:
				tx, ty = h-1-y, x
			case 7:
				tx, ty = h-1-y, w-1-x
			case 8:
				tx, ty = y, w-1-x
			}
			copy(out.Pix[out.PixOffset(tx, ty):][:4], src.Pix[src.PixOffset(x, y):][:4])
		}
	}
	return out
}

// orientation that a camera wrote into a JPEG (Exif, tag 0x0112), 1 where there is none.
func orientation(data []byte) int {
	if len(data) < 4 || data[0] != 0xff || data[1] != 0xd8 {
		return 1
	}
	for at := 2; at+4 <= len(data) && data[at] == 0xff; {
		kind, n := data[at+1], int(binary.BigEndian.Uint16(data[at+2:]))
		if kind == 0xda || n < 2 || at+2+n > len(data) { // the picture begins
			return 1
		}
		if body := data[at+4 : at+2+n]; kind == 0xe1 && bytes.HasPrefix(body, []byte("Exif\x00\x00")) {
			return exifOrientation(body[6:])
		}
		at += 2 + n
	}
	return 1
}

// exifOrientation in the first directory of a TIFF header.
func exifOrientation(b []byte) int {
	if len(b) < 8 {
		return 1
	}
	var order binary.ByteOrder = binary.LittleEndian
	if b[0] == 'M' {
		order = binary.BigEndian
	}
	at := int(order.Uint32(b[4:]))
	if at < 8 || at+2 > len(b) {
		return 1
	}
	n := int(order.Uint16(b[at:]))
	for i := range min(n, 200) {
		e := at + 2 + 12*i
		if e+12 > len(b) {
			return 1
		}
		if order.Uint16(b[e:]) == 0x0112 {
			return int(order.Uint16(b[e+8:]))
		}
	}
	return 1
}
