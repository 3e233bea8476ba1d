package material

import (
	"testing"

	"github.com/lucasb-eyer/go-colorful"
)

func TestHexKnowsModifiedColours(t *testing.T) {
	lightness := func(c string) float64 {
		h, ok := Hex(c)
		if !ok {
			t.Fatalf("%q is not known", c)
		}
		col, _ := colorful.Hex(h)
		l, _, _ := col.Lab()
		return l
	}
	if !(lightness("dark olive") < lightness("olive") && lightness("olive") < lightness("pale olive")) {
		t.Error("dark, plain and pale olive must be in that order")
	}
	if _, ok := Hex("snorfle"); ok {
		t.Error("an unknown word has no colour")
	}
}

// "Dark hare's mask" is drawn darker than hare's mask, and light elk lighter.
func TestHueOfAShade(t *testing.T) {
	l := func(name, colour string) float64 {
		hex, _ := Hue(name, colour)
		c, err := colorful.Hex(hex)
		if err != nil {
			t.Fatal(err)
		}
		light, _, _ := c.Lab()
		return light
	}
	if !(l("hare's mask", "dark") < l("hare's mask", "") && l("elk hair", "light") > l("elk hair", "")) {
		t.Error("a shade does not shift the material's own colour")
	}
}

func TestCompareColours(t *testing.T) {
	for _, c := range []struct{ a, b, want string }{
		{"grey", "gray", "same"}, {"blue-dun", "blue dun", "same"}, {"red", "scarlet", "inside"}, {"scarlet", "red", "containing"}, {"claret", "wine", "inside"}, {"ginger", "cinnamon", "overlapping"},
		{"black", "white", "outside"}, {"olive", "snorfle", "untold"}, {"", "red", ""},
	} {
		if got := CompareColours(c.a, c.b); got != c.want {
			t.Errorf("%s beside %s = %q, want %q", c.a, c.b, got, c.want)
		}
	}
}

func TestKindOf(t *testing.T) {
	for name, want := range map[string]Kind{
		"pheasant tail": Fibre, "squirrel tail": Hair, "hare's mask dubbing": Fur, "golden pheasant tippet": Feather, "cock hackle": Hackle,
		"goose biots": Biot, "oval tinsel": Tinsel, "peacock herl": Herl, "deer hair": Hair, "poly yarn": Yarn, "hen": Hackle, "unobtainium": Unknown,
	} {
		if got := KindOf(name); got != want {
			t.Errorf("KindOf(%q) = %q, want %q", name, got, want)
		}
	}
}
