package e2e

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"
)

// clock installs a stopwatch in the page: from a key press to the frame in which
// a condition holds.
const clock = `(() => { window.times = []; window.arm = (key, done) => {
	let t = 0;
	addEventListener("keydown", function press(e) { if (e.key !== key) return; removeEventListener("keydown", press, true); t = performance.now();
		const look = () => { if (done()) { requestAnimationFrame(() => window.times.push(performance.now() - t)); } else requestAnimationFrame(look); };
		requestAnimationFrame(look); }, true);
}; return true; })()`

func quantiles(p *page) (median, p95 float64) {
	times := value[[]float64](p, "window.times")
	slices.Sort(times)
	return times[len(times)/2], times[len(times)*95/100]
}

// BenchmarkKeyToMark types into a recipe of 40 lines and takes the time from a
// key press to the frame that shows the line marked anew.
func BenchmarkKeyToMark(b *testing.B) {
	p := open(b, true, "/desk")
	var text strings.Builder
	text.WriteString("Pattern: Long One\nTier: Una Thrale\nOriginator: Josiah Fenn\nSource: The Mere by Night, p. 70\nDate: 1911\nSizes: 8 to 12\n")
	for i := range 18 {
		fmt.Fprintf(&text, "Note: remark %d of the evening, when five of us tied it side by side and none was like another\n", i+1)
	}
	text.WriteString("\nHook: 12 wet, down eye\nThread: black silk, 70 denier\nTag: oval silver tinsel, 2 mm\nTail: about six ginger cock fibres, half the shank\nButt: black ostrich herl, two turns\n" +
		"Rib: fine oval gold tinsel, five turns, against the body\nBody hackle: ginger cock, palmered, at most 4 turns\nUnderwing: grey squirrel tail, a few strands, one shank\nWing: two matched slips of white duck, just past the bend\n" +
		"Cheeks: jungle cock substitute, a third of the wing\nThroat: red hackle fibres, to the point\nHackle: white hen, 3 turns, one and a half gapes\nTopping: golden pheasant topping\nHead: black varnish\n")
	p.fill("#recipe", text.String()+"Body: cream wool, ")
	p.until(`document.querySelectorAll(".mk-label").length > 13`)
	p.focus("#recipe")
	value[bool](p, `(() => { const f = document.querySelector("#recipe"); f.setSelectionRange(f.value.length, f.value.length); return true; })()`)
	value[bool](p, clock)
	letters := "half the shank, ribbed with fine gold wire, five turns"
	for b.Loop() {
		for i, r := range letters {
			// the line is marked when its letters are all in marks
			value[bool](p, fmt.Sprintf(`(window.arm(%q, () => { const f = document.querySelector("#recipe"); const line = f.value.slice(f.value.lastIndexOf("\n") + 1);
				const under = [...document.querySelectorAll("[data-testid=marks] > span")].at(-1); return under.textContent === line + "\n" && under.querySelector(".mk"); }), true)`, string(r)))
			p.press(string(r))
			p.until(fmt.Sprintf("window.times.length > %d", i))
		}
		m, p95 := quantiles(p)
		b.ReportMetric(m, "ms-median")
		b.ReportMetric(p95, "ms-p95")
		for range letters {
			p.press(kb.Backspace)
		}
		value[bool](p, "(window.times = [], true)")
	}
	b.ReportMetric(0, "ns/op")
}

// BenchmarkHookToFolio steps the hook and takes the time from the key press to
// the frame with the new millimetres.
func BenchmarkHookToFolio(b *testing.B) {
	p := open(b, true, "/folio/1")
	p.until(`document.querySelector('[data-testid="mm-wing"]')`)
	value[bool](p, clock)
	for b.Loop() {
		n := 0
		for range 6 {
			for _, key := range []string{"]", "]", "]", "[", "[", "["} {
				value[bool](p, fmt.Sprintf(`(() => { const was = document.querySelector('[data-testid="mm-wing"]').innerText; window.arm(%q, () => document.querySelector('[data-testid="mm-wing"]').innerText !== was); return true; })()`, key))
				p.press(key)
				n++
				p.until(fmt.Sprintf("window.times.length >= %d", n))
			}
		}
		m, p95 := quantiles(p)
		b.ReportMetric(m, "ms-median")
		b.ReportMetric(p95, "ms-p95")
		value[bool](p, "(window.times = [], true)")
	}
	b.ReportMetric(0, "ns/op")
}

func (p *page) focus(sel string) {
	p.t.Helper()
	value[bool](p, fmt.Sprintf("(document.querySelector(%q).focus(), true)", sel))
}
