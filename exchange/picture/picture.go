// Package picture takes in the pictures of a card's two sides. A picture is decoded and encoded
// anew, so that nothing of its metadata stays: where it was taken, by whom, with what. It stands
// as its camera held it.
package picture

import (
	"bytes"
	"crypto/sha256"
	"encoding/binary"
	"encoding/hex"
	"errors"
	"fmt"
	"image"
	"image/jpeg"
	"image/png"
)

// Limits of a picture: bytes as it comes and as it is kept, and how many dots it has. A small
// file can hold a picture that fills the memory.
const (
	MostBytes = 20 << 20
	mostDots  = 80_000_000
	mostSide  = 20_000
)

// quality is how good a JPEG is made: common practice for archives' reading copies, no source.
const quality = 90

// Picture is a picture as it is kept. SHA is the SHA-256 of its bytes in hexadecimal.
type Picture struct {
	SHA, Kind     string
	Width, Height int
	Bytes         []byte
}

// Errors of what comes in.
var (
	ErrLong = fmt.Errorf("the picture is too large: at most %d MB and %d million dots are taken", MostBytes>>20, mostDots/1_000_000)
	ErrKind = errors.New("this is neither a JPEG nor a PNG")
)

// Take takes a picture in.
func Take(b []byte) (Picture, error) {
	if len(b) > MostBytes {
		return Picture{}, ErrLong
	}
	c, kind, err := image.DecodeConfig(bytes.NewReader(b))
	if err != nil || kind != "jpeg" && kind != "png" {
		return Picture{}, ErrKind
	}
	if c.Width < 1 || c.Height < 1 || c.Width > mostSide || c.Height > mostSide || c.Width*c.Height > mostDots {
		return Picture{}, ErrLong
	}
	m, _, err := image.Decode(bytes.NewReader(b))
	if err != nil {
		return Picture{}, fmt.Errorf("the picture cannot be read to its end: %w", err)
	}
	var out bytes.Buffer
	if kind == "jpeg" {
		m = upright(m, orientation(b))
		err = jpeg.Encode(&out, m, &jpeg.Options{Quality: quality})
	} else {
		err = png.Encode(&out, m)
	}
	if err != nil {
		return Picture{}, err
	}
	if out.Len() > MostBytes {
		return Picture{}, ErrLong
	}
	sum := sha256.Sum256(out.Bytes())
	return Picture{hex.EncodeToString(sum[:]), "image/" + kind, m.Bounds().Dx(), m.Bounds().Dy(), out.Bytes()}, nil
}

// orientation gives how a camera held a JPEG, 1 to 8 as Exif 2.3 numbers it; 1 where it does not say.
func orientation(b []byte) int {
	for i := 2; i+4 <= len(b) && b[i] == 0xff; {
		kind, size := b[i+1], int(binary.BigEndian.Uint16(b[i+2:]))
		if kind == 0xda || size < 2 || i+2+size > len(b) {
			return 1
		}
		body := b[i+4 : i+2+size]
		if kind == 0xe1 && bytes.HasPrefix(body, []byte("Exif\x00\x00")) {
			return fromTIFF(body[6:])
		}
		i += 2 + size
	}
	return 1
}

func fromTIFF(b []byte) int {
	if len(b) < 8 {
		return 1
	}
	var order binary.ByteOrder = binary.BigEndian
	if b[0] == 'I' {
		order = binary.LittleEndian
	}
	at := int(order.Uint32(b[4:]))
	if at < 8 || at+2 > len(b) {
		return 1
	}
	for n, i := int(order.Uint16(b[at:])), at+2; n > 0 && i+12 <= len(b); n, i = n-1, i+12 {
		if order.Uint16(b[i:]) == 0x0112 {
			if o := int(order.Uint16(b[i+8:])); o >= 1 && o <= 8 {
				return o
			}
		}
	}
	return 1
}

// upright turns a picture as it was held.
func upright(m image.Image, o int) image.Image {
	if o == 1 {
		return m
	}
	w, h := m.Bounds().Dx(), m.Bounds().Dy()
	size := image.Rect(0, 0, w, h)
	if o > 4 {
		size = image.Rect(0, 0, h, w)
	}
	out := image.NewRGBA(size)
	for y := range h {
		for x := range w {
			to := image.Point{}
			switch o {
			case 2:
				to = image.Pt(w-1-x, y)
			case 3:
				to = image.Pt(w-1-x, h-1-y)
			case 4:
				to = image.Pt(x, h-1-y)
			case 5:
				to = image.Pt(y, x)
			case 6:
				to = image.Pt(h-1-y, x)
			case 7:
				to = image.Pt(h-1-y, w-1-x)
			case 8:
				to = image.Pt(y, w-1-x)
			}
			out.Set(to.X, to.Y, m.At(m.Bounds().Min.X+x, m.Bounds().Min.Y+y))
		}
	}
	return out
}
