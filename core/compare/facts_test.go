package compare

// facts lists what a comparison tells, one a line as testdata/pairs.txt writes it: what departs,
// and apart what is noise on this kind of fly.
func facts(c Comparison) (told, noise []string) {
	for _, d := range c.Parts {
		part := standard(d.Role)
		say := func(f, prefix string, n *Noise) {
			if n != nil {
				noise = append(noise, part+" "+prefix+n.Change)
			} else if f != "" {
				told = append(told, part+" "+prefix+f)
			}
		}
		switch d.Change {
		case Near, Replaced, Added, Dropped:
			say(string(d.Change), "", nil)
		}
		for _, f := range []*Figures{d.Length, d.Count, d.Diameter} {
			if f != nil {
				say(f.Change, "", f.Noise)
			}
		}
		if d.Turns != nil {
			say(d.Turns.Change, "turns-", d.Turns.Noise)
		}
		if d.Noise != nil {
			say("", "", d.Noise)
		}
		if d.Winding != nil && d.Winding.Change != "" {
			say("winding", "", nil)
		}
		if d.Method != nil && d.Method.Change != "" {
			say("method", "", nil)
		}
		if d.Hook != nil && d.Hook.Change != "" {
			say("style", "", nil)
		}
		if d.Moved {
			say("moved", "", nil)
		}
	}
	return told, noise
}
