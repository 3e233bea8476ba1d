package reading

import (
	"fmt"
	"strings"

	"mothledger/core/hook"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// hackleGauge takes the grade of a hackle that is a hook size: "a size 14
// hackle" is one whose fibres suit a 14.
func (p *partReader) hackleGauge() {
	if p.std.Form != role.FormCollar && p.std.Form != role.FormPalmer || len(p.part.Materials) == 0 {
		return
	}
	m := &p.part.Materials[0]
	words := strings.TrimPrefix(strings.TrimPrefix(m.Size, "size "), "#")
	if s, err := hook.ParseSize(words); err == nil && s >= 2 && words != "" {
		p.part.Gauge, m.Size = s.String(), ""
	}
}

// thread reads the sizes of a thread: "8/0", "70 denier".
func (p *partReader) thread() {
	isThread := p.std.Name == "thread" || p.std.Name == "head"
	th := Thread{}
	for i := range p.toks {
		if !p.free(i) {
			continue
		}
		if a, ok := strings.CutSuffix(p.low(i), "/0"); ok && isThread && a != "" && isDigits(a) {
			th.Aught = p.low(i)
			p.take(i, 1, "thread", "the aught scale differs by maker; not converted")
			continue
		}
		if p.toks[i].Kind != measure.Number {
			continue
		}
		hyphen := 0
		if p.low(i+1) == "-" && p.toks[i+1].Joined {
			hyphen = 1
		}
		switch next := p.low(i + 1 + hyphen); {
		case next == "tex" && p.toks[i].Value > 0:
			th.Denier = measure.DenierOfTex(p.toks[i].Value)
			p.take(i, 2+hyphen, "thread", fmt.Sprintf("%.0f denier (ISO 1144)", th.Denier))
		case next == "denier" || isThread && (next == "den" || next == "d"):
			th.Denier = p.toks[i].Value
			p.take(i, 2+hyphen, "thread", "")
		}
	}
	if th != (Thread{}) {
		p.part.Thread = &th
	}
}

// gauges reads the trade's gauges of wire, floss and monofilament as a thickness:
// "AWG 30", "36 SWG", "6X". The basis of each is in the token's meaning.
func (p *partReader) gauges() {
	set := func(i, n int, mm float64, basis string) {
		if p.part.DiameterMM == 0 {
			p.part.DiameterMM, p.part.DiameterBasis = measure.Round(mm, 4), basis
		}
		p.take(i, n, "size", fmt.Sprintf("%.3f mm across (%s)", mm, basis))
	}
	for i := range p.toks {
		if !p.free(i) {
			continue
		}
		// ".020 lead": lead wire is sold by its inches
		if t := p.toks[i]; t.Kind == measure.Number && (p.std.Name == "underweight" || p.std.Name == "underbody") && t.Value >= 0.005 && t.Value <= 0.06 && (p.low(i+1) == "lead" || p.low(i+1) == "wire" || p.std.Name == "underweight" && p.clauseEnd(i) == i+1) {
			set(i, 1, t.Value*measure.MMPerInch, "inches, as wire is sold")
			continue
		}
		if unit := p.low(i + 1); p.toks[i].Kind == measure.Number && (unit == "degrees" || unit == "degree" || unit == "°") && p.free(i+1) {
			p.remark(i, 2, "an angle, kept as said")
			continue
		}
		if unit := p.low(i + 1); p.toks[i].Kind == measure.Number && (unit == "lb" || unit == "lbs" || unit == "kg") && p.free(i+1) && p.strand() { // what a strand holds
			p.pendingSize(i, 2)
			continue
		}
		number, name := p.toks[i], p.low(i+1)
		at, n := i, 2
		if name != "awg" && name != "swg" { // "AWG 30"
			name = p.low(i)
			number = measure.Token{}
			if i+1 < len(p.toks) {
				number = p.toks[i+1]
			}
		}
		if number.Kind == measure.Number && number.Value == float64(int(number.Value)) {
			switch name {
			case "awg":
				if number.Value <= 50 {
					set(at, n, measure.AWGMM(int(number.Value)), fmt.Sprintf("AWG %.0f, ASTM B258", number.Value))
					continue
				}
			case "swg":
				if mm, err := measure.SWGMM(int(number.Value)); err == nil {
					set(at, n, mm, fmt.Sprintf("SWG %.0f, BS 3737", number.Value))
					continue
				}
			}
		}
		if x := p.toks[i]; x.Kind == measure.Number && len(x.Low) == 1 && x.Value <= 8 && p.low(i+1) == "x" && p.toks[i+1].Joined && p.strand() {
			set(i, 2, measure.TippetMM(int(x.Value)), fmt.Sprintf("%.0fX, common practice", x.Value))
		}
	}
}

// strand tells whether a part speaks of a round strand such as monofilament, whose
// X is a thickness and not a hook's code.
func (p *partReader) strand() bool {
	for i := range p.toks {
		switch p.low(i) {
		case "mono", "monofilament", "nylon", "tippet", "fluorocarbon", "line", "bristle", "bristles":
			if p.low(i) != "tippet" || p.low(i-1) != "pheasant" {
				return true
			}
		}
	}
	return false
}

// taper sets a described taper apart: its figures are thicknesses, no lengths.
func (p *partReader) taper() {
	for i := range p.toks {
		switch p.low(i) {
		case "twice", "half", "thrice": // "twice as thick": than what comes before
			if l := p.low(i + 2); p.low(i+1) == "as" && (l == "thick" || l == "fat" || l == "full" || l == "wide") && p.clauseEnd(i) == i+3 && p.freeRun(i, 3) {
				p.remark(i, 3, "how thick against the part before, kept as said")
			}
			continue
		case "taper", "tapers", "tapering", "tapered", "widening", "thickening":
		case "opening":
			if p.free(i) && p.part.Spacing == "" && p.clauseEnd(i) > i+1 && p.std.Form == role.FormRib {
				p.part.Spacing = "opening"
			}
		default:
			continue
		}
		end := p.clauseEnd(i)
		for k := i + 1; k < end; k++ {
			if _, n := measure.ScanNumber(p.toks, k); n > 0 && p.freeRun(i, end-i) {
				p.remark(i, end-i, "how it tapers, kept as said")
				return
			}
		}
	}
}

// across tells whether a measure is a width or a thickness of the material, and
// where its words begin: "1/8 inch wide", "cut as wide as the gape".
func (p *partReader) across(i, n int) (bool, int) {
	switch p.std.Form {
	case role.FormBead, role.FormHead:
		return false, i
	}
	switch p.low(i - 1) {
	case "thickness", "thick", "width", "diameter":
		return p.free(i - 1), i - 1
	}
	switch last := p.low(i + n - 1); {
	case (last == "wide" || last == "thick" || last == "across") && p.low(i+n-2) != "is":
		return true, i
	case p.low(i) == "twice" && p.low(i+1) == "as" && (p.low(i+2) == "wide" || p.low(i+2) == "thick"):
		return true, i
	case p.low(i) == "as" && (p.low(i+1) == "wide" || p.low(i+1) == "thick"), p.low(i) == "the" && p.low(i+1) == "width":
		if p.free(i-1) && p.low(i-1) == "cut" {
			return true, i - 1
		}
		return true, i
	}
	return false, i
}

// bareBead reads "3/32 bead" as inches and "2.8 bead" as millimetres, as beads
// are sold.
func bareBead(t measure.Token) (measure.Length, int) {
	switch {
	case strings.Contains(t.Low, "/") && t.Value > 0.05 && t.Value < 0.3:
		mm := t.Value * measure.MMPerInch
		return measure.Length{Low: mm, High: mm, Of: measure.MM}, 1
	case !strings.Contains(t.Low, "/") && t.Value >= 1.5 && t.Value <= 6:
		return measure.Length{Low: t.Value, High: t.Value, Of: measure.MM}, 1
	}
	return measure.Length{}, 0
}

// gauge takes a millimetre figure that is a thickness rather than a length: of
// a bead, a wire, a thread, a strip.
func (p *partReader) gauge(i, n int, l measure.Length) bool {
	set := func() bool {
		if p.part.DiameterMM == 0 {
			p.part.DiameterMM = l.Mid()
		}
		p.take(i, n, "size", fmt.Sprintf("%.3g mm across", l.Mid()))
		return true
	}
	if p.std.Form == role.FormBead || p.std.Name == "eyes" {
		return set()
	}
	if p.std.Name == "thread" || l.Mid() < 0.6 || p.std.Name == "underweight" && l.Mid() < 1.5 { // lead is sold to about 0.9 mm
		return set()
	}
	// "2 mm foam": a grade of the material, not its length on the hook
	if p.std.Form == role.FormTail || p.std.Form == role.FormWing {
		return false
	}
	if p.std.Form == role.FormCase && p.clauseStart(i) == i && l.Mid() <= 8 { // "stretch strip, 4 mm"
		for k := range i {
			if kind, _ := material.NounKind(p.low(k)); kind == material.Strip || kind == material.Foam {
				return p.pendingSize(i, n)
			}
		}
	}
	k := i + n
	for j := k; j < k+3 && p.free(j); j++ {
		if kind, ok := material.NounKind(p.low(j)); ok {
			switch kind {
			case material.Foam, material.Rubber, material.Strip, material.Yarn, material.Wool, material.Tinsel:
				return p.pendingSize(i, n)
			}
			return false
		}
	}
	return false
}

// pendingSize marks a grade that the material phrase picks up.
func (p *partReader) pendingSize(i, n int) bool {
	for k := i; k < i+n; k++ {
		p.taken[k] = true
	}
	p.marks.set(p.toks[i].Start, p.toks[i+n-1].End, "size", "a grade of the material")
	p.grade = strings.TrimPrefix(p.grade+", "+p.words(i, n), ", ")
	return true
}
