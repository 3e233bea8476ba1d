package compare

// facts lists what a comparison tells, one a line as testdata/pairs.txt writes it: what departs,
// and apart what is noise on this kind of fly.
func facts(c Comparison) (told, noise []string) {
	for _, d := range c.Parts {
		part := standard(d.Role)
		say := func(f, why string) {
			if why != "" {
				noise = append(noise, part+" "+f)
			} else {
				told = append(told, part+" "+f)
			}
		}
		switch d.Change {
		case Near, Replaced, Added, Dropped:
			say(string(d.Change), d.Noise)
		}
		for _, f := range []*Figures{d.Length, d.Count, d.Diameter} {
			if f != nil && f.Change != "" {
				say(f.Change, f.Noise)
			}
		}
		if d.Turns != nil && d.Turns.Change != "" {
			say("turns-"+d.Turns.Change, d.Turns.Noise)
		}
		if d.Winding != nil && d.Winding.Change != "" {
			say("winding", "")
		}
		if d.Method != nil && d.Method.Change != "" {
			say("method", "")
		}
		if d.Hook != nil && d.Hook.Change != "" {
			say("style", "")
		}
		if d.Moved {
			say("moved", "")
		}
	}
	return told, noise
}
