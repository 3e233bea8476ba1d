package figures

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"mothledger/core/advice"
	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/order"
	"mothledger/core/practice"
	"mothledger/core/profile"
	"mothledger/core/proportion"
	"mothledger/core/reading"
	"mothledger/core/winding"
)

// everything gives all that the core says of a dressing on a hook, as JSON; encoding
// refuses an infinity.
func everything(d dressing.Dressing, h hook.Hook) ([]byte, error) {
	filled, list := practice.Fill(d, practice.Choices{})
	return json.Marshal([]any{d, list, proportion.On(d, h, true), proportion.On(filled, h, true), proportion.BudgetOf(d, h), profile.Of(d, h), profile.Of(filled, h),
		winding.Sums(d, h), winding.ThreadFor(d, h), winding.Bunches(d, h), winding.Scale(d, h, hook.Hook{Size: 20}), winding.Scale(d, h, hook.Hook{Size: 1}), order.Of(d), advice.On(d, h), compare.Dressings(d, filled)})
}

// No figure that somebody can write makes an infinity, a drawing without end, or a fly
// that is kilometres long.
func TestNoInfinityLeavesTheCore(t *testing.T) {
	figures := []string{"0", "0.0000000001", "0.001", "1000000", "999999999", "1e400", strings.Repeat("9", 160), strings.Repeat("9", 400), "0." + strings.Repeat("0", 400) + "1", "1/" + strings.Repeat("9", 160), strings.Repeat("9", 160) + "/3", "1/0", "1 1/0", "½"}
	lines := []string{
		"Tail: wool, %s mm", "Tail: wool, %s shanks", "Tail: wool, %s gapes", "Tail: %s hackle fibres, half the shank", "Tail: wool, as long as the wing\nWing: duck slips, %s mm",
		"Rib: gold wire, %s turns", "Rib: %s mm copper wire, 5 turns", "Rib: AWG %s wire", "Rib: SWG %s wire", "Thread: black, %s denier", "Thread: %s tex silk", "Bead: %s mm gold", "Bead: %s inch",
		"Body: fur, from %s mm behind the eye to %s mm before the bend", "Body: fur, to %s eye lengths behind the eye", "Hackle: hen, %s turns, %s gapes", "Hackle: a size %s hackle", "Wing: %s duck slips, %s%% of the shank",
		"Head: varnish, %s coats", "Body: two furs, %s parts hare to one part mole", "Sizes: %s to %s", "Hook: %s", "Hook: 12 %sXL", "Finish: whip finish, %s turns", "Leader: %sX tippet",
	}
	for _, line := range lines {
		for _, fig := range figures {
			text := "Fly\n\nHook: 12 wet\nBody: claret fur\n" + strings.ReplaceAll(line, "%s", fig) + "\n"
			text = strings.ReplaceAll(text, "%%", "%")
			r, err := reading.Read(text, reading.Builtin())
			if err != nil {
				if !strings.Contains(err.Error(), "expected") && !strings.Contains(err.Error(), "letters") {
					t.Errorf("%.80q: %v", text, err)
				}
				continue
			}
			named, _ := r.Dressing.HookNamed()
			for _, h := range []hook.Hook{named, {Size: 12, Measured: hook.Geometry{ShankMM: 149, GapeMM: 0.01}}, {Size: 32, Measured: hook.Geometry{ShankMM: 0.01, GapeMM: 79, EyeMM: 15, WireMM: 8}}} {
				b, err := everything(r.Dressing, h)
				if err != nil {
					t.Errorf("%.90q on %+v: %v", text, h, err)
				}
				const most = 400 << 10
				if len(b) > most {
					t.Errorf("%.90q on %+v says %d bytes", text, h, len(b))
				}
				if o := profile.Of(r.Dressing, h); !drawable(o) {
					t.Errorf("%.90q on %+v is drawn within %v", text, h, o.Bounds)
				}
			}
		}
	}
}

// drawable tells whether an outline is of a thing that a hand could hold.
func drawable(o profile.Outline) bool {
	const most = 4000 // mm
	for _, v := range o.Bounds {
		if v > most || v < -most {
			return false
		}
	}
	return true
}

func TestALengthBeyondAnyFlyIsToldAndLeftOut(t *testing.T) {
	r, err := reading.Read("Fly\n\nHook: 12 wet\nTail: wool, 1000000 mm\nBody: fur\n", reading.Builtin())
	if err != nil {
		t.Fatal(err)
	}
	m := proportion.On(r.Dressing, hook.Hook{Size: 12}, true)
	if len(m.Warnings) != 1 || m.Warnings[0].Code != "beyond" || !strings.Contains(m.Warnings[0].Text, "1000000 mm") || m.Parts[1].MM != 0 {
		t.Errorf("it says %+v, and the tail is %v mm", m.Warnings, m.Parts[1].MM)
	}
	if r.Dressing.Parts[1].Length.Low != 1e6 {
		t.Error("what was written is not kept")
	}
	if fmt.Sprint(profile.Of(r.Dressing, hook.Hook{Size: 12}).Bounds) == "" {
		t.Error("it is not drawn")
	}
}
