package picture

import (
	"bytes"
	"encoding/binary"
	"errors"
	"image"
	"image/color"
	"image/gif"
	"image/jpeg"
	"image/png"
	"testing"
)

// held makes a JPEG with a red left half, and Exif data that says how the camera held it and where
// it was.
func held(t *testing.T, orientation uint16) []byte {
	t.Helper()
	m := image.NewRGBA(image.Rect(0, 0, 64, 32))
	for x := range 64 {
		for y := range 32 {
			m.Set(x, y, color.RGBA{255, 255, 255, 255})
			if x < 32 {
				m.Set(x, y, color.RGBA{200, 0, 0, 255})
			}
		}
	}
	var b bytes.Buffer
	if err := jpeg.Encode(&b, m, nil); err != nil {
		t.Fatal(err)
	}
	tiff := []byte("MM\x00*\x00\x00\x00\x08\x00\x01")
	tiff = append(tiff, 0x01, 0x12, 0, 3, 0, 0, 0, 1)
	tiff = binary.BigEndian.AppendUint16(tiff, orientation)
	tiff = append(tiff, 0, 0, 0, 0, 0, 0)
	tiff = append(tiff, []byte("GPS 57 north 3 west, the secret pool")...)
	body := append([]byte("Exif\x00\x00"), tiff...)
	seg := append([]byte{0xff, 0xe1}, binary.BigEndian.AppendUint16(nil, uint16(len(body)+2))...)
	out := append([]byte{0xff, 0xd8}, seg...)
	out = append(out, body...)
	return append(out, b.Bytes()[2:]...)
}

func red(m image.Image, x, y int) bool {
	r, g, _, _ := m.At(x, y).RGBA()
	return r > 0x8000 && g < 0x6000
}

// Exif 2.3, 4.6.4: 1 is upright, 3 upside down, 6 and 8 a quarter turn.
func TestPictureStandsAsItWasHeld(t *testing.T) {
	for o, want := range map[uint16]struct{ w, h, x, y int }{1: {64, 32, 5, 16}, 2: {64, 32, 58, 16}, 3: {64, 32, 58, 16}, 4: {64, 32, 5, 16}, 5: {32, 64, 16, 5}, 6: {32, 64, 16, 5}, 7: {32, 64, 16, 58}, 8: {32, 64, 16, 58}} {
		p, err := Take(held(t, o))
		if err != nil {
			t.Fatal(err)
		}
		m, err := jpeg.Decode(bytes.NewReader(p.Bytes))
		if err != nil {
			t.Fatal(err)
		}
		if p.Width != want.w || p.Height != want.h || m.Bounds().Dx() != want.w || !red(m, want.x, want.y) || red(m, want.w-1-want.x, want.h-1-want.y) && want.w-1-want.x != want.x {
			t.Errorf("held as %d it became %d by %d, red at %d, %d: %v", o, p.Width, p.Height, want.x, want.y, red(m, want.x, want.y))
		}
	}
}

func TestNothingOfTheMetadataStays(t *testing.T) {
	b := held(t, 6)
	if !bytes.Contains(b, []byte("secret pool")) {
		t.Fatal("the picture that comes in says nothing of the pool")
	}
	p, err := Take(b)
	if err != nil {
		t.Fatal(err)
	}
	for _, word := range []string{"secret", "Exif", "GPS"} {
		if bytes.Contains(p.Bytes, []byte(word)) {
			t.Errorf("%q stays in the picture that is kept", word)
		}
	}
	again, err := Take(p.Bytes)
	if err != nil || again.Width != p.Width {
		t.Errorf("what is kept cannot be taken in again: %v", err)
	}
}

func TestPNG(t *testing.T) {
	var b bytes.Buffer
	if err := png.Encode(&b, image.NewGray(image.Rect(0, 0, 7, 5))); err != nil {
		t.Fatal(err)
	}
	p, err := Take(b.Bytes())
	if err != nil || p.Kind != "image/png" || p.Width != 7 || p.Height != 5 || len(p.SHA) != 64 {
		t.Errorf("%s, %d by %d (%v)", p.Kind, p.Width, p.Height, err)
	}
}

// A PNG of a few bytes that says it is 100,000 dots wide is refused before it is decoded.
func TestWhatIsNoPicture(t *testing.T) {
	var b, g bytes.Buffer
	_ = png.Encode(&b, image.NewGray(image.Rect(0, 0, 7, 5)))
	huge := bytes.Clone(b.Bytes())
	binary.BigEndian.PutUint32(huge[16:], 100_000)
	_ = gif.Encode(&g, image.NewPaletted(image.Rect(0, 0, 2, 2), color.Palette{color.Black}), nil)
	for name, x := range map[string]struct {
		b    []byte
		want error
	}{"words": {[]byte("candle sedge"), ErrKind}, "nothing": {nil, ErrKind}, "a GIF": {g.Bytes(), ErrKind}, "too large a file": {make([]byte, MostBytes+1), ErrLong}} {
		if _, err := Take(x.b); !errors.Is(err, x.want) {
			t.Errorf("%s: %v; expected %v", name, err, x.want)
		}
	}
	if _, err := Take(huge); err == nil {
		t.Error("a picture that says it is 100,000 dots wide is taken")
	}
	if _, err := Take(b.Bytes()[:b.Len()-20]); err == nil {
		t.Error("a picture that is cut off is taken")
	}
}

func FuzzTake(f *testing.F) {
	var b bytes.Buffer
	_ = png.Encode(&b, image.NewGray(image.Rect(0, 0, 3, 3)))
	f.Add(b.Bytes())
	f.Fuzz(func(t *testing.T, b []byte) {
		if p, err := Take(b); err == nil && (len(p.Bytes) == 0 || p.Width < 1) {
			t.Errorf("%d bytes became %+v", len(b), p)
		}
	})
}
