package ledger

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"maps"
	"path"
	"slices"
	"strings"

	"mothledger/core/descent"
	"mothledger/core/dressing"
	"mothledger/exchange/bag"
	"mothledger/store"
)

// The payload of a bag of a ledger: a file of JSON lines for each kind of record, and each
// dressing in its plain form as it stands now.
const (
	bagFormat  = "1"
	recordsDir = "ledger"
	plainDir   = "dressings"
	pictureDir = "pictures"
)

func recordsFile(sheet string) string { return path.Join(recordsDir, sheet+".jsonl") }
func pictureFile(sha, kind string) string {
	return path.Join(pictureDir, sha+map[string]string{"image/jpeg": ".jpg", "image/png": ".png"}[kind])
}
func plainFile(folio int) string { return path.Join(plainDir, fmt.Sprintf("%05d.txt", folio)) }

// stood is what a line of the revisions is read for.
type stood struct {
	Folio   int               `json:"folio"`
	Number  int               `json:"number"`
	Reading dressing.Dressing `json:"reading"`
	// Corrections are what people said that words mean in it.
	Corrections []dressing.Meaning `json:"corrections"`
}

// plains collects the plain form of the newest revision of each dressing.
type plains map[int]plain

// A plain form says in its own headers what people said that words mean in it; in bags of older
// versions it did not.
type plain struct{ now, older string }

func (p plains) take(line []byte) error {
	var r stood
	if err := json.Unmarshal(line, &r); err != nil {
		return err
	}
	if r.Reading.VariantOf != "" && r.Reading.Parents == nil {
		r.Reading.Parents = []dressing.Named{{Kind: descent.VariantOf, Name: r.Reading.VariantOf}}
	}
	older := dressing.Write(r.Reading)
	for _, c := range r.Corrections {
		if !slices.Contains(r.Reading.Means, c) {
			r.Reading.Means = append(r.Reading.Means, c)
		}
	}
	p[r.Folio] = plain{dressing.Write(r.Reading), older}
	return nil
}

// TakeOut writes the whole ledger into a bag and closes it.
func (l *Ledger) TakeOut(ctx context.Context, w *bag.Writer) error {
	defer w.Abandon()
	texts := plains{}
	err := l.store.TakeOut(ctx, func(sheet string, read func(func([]byte) error) error) error {
		return w.File(recordsFile(sheet), func(to io.Writer) error {
			return read(func(line []byte) error {
				if sheet == "revisions" {
					if err := texts.take(line); err != nil {
						return err
					}
				}
				_, err := to.Write(append(line, '\n'))
				return err
			})
		})
	}, func(p store.Picture) error {
		return w.File(pictureFile(p.SHA, p.Kind), func(to io.Writer) error { _, err := to.Write(p.Bytes); return err })
	})
	if err != nil {
		return err
	}
	for _, folio := range slices.Sorted(maps.Keys(texts)) {
		if err := w.File(plainFile(folio), func(to io.Writer) error { _, err := io.WriteString(to, texts[folio].now); return err }); err != nil {
			return err
		}
	}
	return w.Close([2]string{"External-Description", "A whole Moth Ledger: records as JSON lines, each dressing in its plain form"}, [2]string{"Moth-Ledger-Format", bagFormat})
}

// Damage lists what is wrong with a bag.
type Damage []string

func (d Damage) Error() string { return "the bag is damaged:\n  " + strings.Join(d, "\n  ") }

// CheckBag names each damage of a bag: against its manifests, and of the records against
// one another. It is empty for a bag that can be put in.
func CheckBag(b *bag.Bag) (Damage, error) {
	out := Damage(b.Check())
	if v, ok := b.Info("Moth-Ledger-Format"); len(out) == 0 && (!ok || v != bagFormat) {
		out = append(out, fmt.Sprintf("bag-info.txt says the format %q; expected %s", v, bagFormat))
	}
	if len(out) > 0 { // what cannot be trusted is not looked into
		return out, nil
	}
	c := checker{bag: b, revisions: map[int]int{}, known: map[string]map[string]bool{}}
	for _, sh := range store.Sheets {
		c.sheet(sh)
	}
	c.whole()
	return c.found, nil
}

// checker holds the records of a bag against one another.
type checker struct {
	bag       *bag.Bag
	found     Damage
	known     map[string]map[string]bool // by kind of record, what there is
	revisions map[int]int                // the last number by folio
	links     []descent.Link
	want      []string // pictures that have to be there
}

func (c *checker) say(f string, args ...any) { c.found = append(c.found, fmt.Sprintf(f, args...)) }

func (c *checker) knows(kind string, v any) bool { return c.known[kind][fmt.Sprint(v)] }

func (c *checker) learn(kind string, v any) (twice bool) {
	if c.known[kind] == nil {
		c.known[kind] = map[string]bool{}
	}
	twice = c.knows(kind, v)
	c.known[kind][fmt.Sprint(v)] = true
	return twice
}

// record are the fields by which records refer to one another.
type record struct {
	Folio                    *int
	Parent, Number, Position int
	Again                    *int
	Deed                     json.Number
	By                       *json.Number
	Hook, Tray               json.Number
	Items                    []store.TrayItem
	Box, Draft, Key, Words   string
	Name, Title, Kind        string
	Originator, Tier         *string
	Source                   json.RawMessage // a title, or a number
	ID, Pattern, Into        json.Number
	To                       int
	SHA                      string
	Value                    json.RawMessage
}

func (c *checker) sheet(sh store.Sheet) {
	file := recordsFile(sh.Name)
	err := c.bag.Lines(file, func(n int, line []byte) error {
		var fields map[string]json.RawMessage
		if err := json.Unmarshal(line, &fields); err != nil {
			c.say("data/%s, line %d: this is no JSON: %v", file, n, err)
			return nil
		}
		for _, f := range sh.Fields {
			if _, ok := fields[f]; !ok && !slices.Contains(sh.New, f) {
				c.say("data/%s, line %d: the field %q is missing", file, n, f)
				return nil
			}
		}
		for f := range fields {
			if !slices.Contains(sh.Fields, f) {
				c.say("data/%s, line %d: there is no field %q", file, n, f)
			}
		}
		var r record
		if err := json.Unmarshal(line, &r); err != nil {
			c.say("data/%s, line %d: %v", file, n, err)
			return nil
		}
		if why := c.refers(sh.Name, r); why != "" {
			c.say("data/%s, line %d: %s", file, n, why)
		}
		return nil
	})
	if errors.Is(err, fs.ErrNotExist) {
		if !sh.Late {
			c.say("data/%s is missing", file)
		}
	} else if err != nil {
		c.say("%v", err)
	}
}

// refers learns what a record is and tells what it refers to that is not there.
func (c *checker) refers(sheet string, r record) string {
	folio := 0
	if r.Folio != nil {
		folio = *r.Folio
	}
	if sheet != "dressings" && r.Folio != nil && !c.knows("dressings", folio) {
		return fmt.Sprintf("there is no folio %d", folio)
	}
	for _, x := range []struct {
		kind string
		name *string
	}{{"people", r.Originator}, {"people", r.Tier}, {"sources", titleOf(r.Source)}} {
		if sheet == "revisions" && x.name != nil && !c.knows(x.kind, strings.ToLower(*x.name)) {
			return fmt.Sprintf("%q is not among the %s", *x.name, x.kind)
		}
	}
	twice := false
	switch sheet {
	case "people":
		twice = c.learn(sheet, strings.ToLower(r.Name))
	case "sources":
		if len(r.Source) > 0 {
			c.learn("source", string(r.Source))
		}
		twice = c.learn(sheet, strings.ToLower(r.Title))
	case "merged":
		if !c.knows("source", string(r.Source)) || !c.knows("source", r.Into) {
			return "there is no such source"
		}
		twice = c.learn(sheet, string(r.Source))
	case "leads":
		if !c.knows("dressings", r.To) {
			return fmt.Sprintf("there is no folio %d", r.To)
		}
		twice = c.learn(sheet, folio)
	case "periods":
		twice = c.learn(sheet, r.Words)
	case "patterns", "accessions":
		twice = c.learn(sheet, r.ID)
	case "places":
		if !c.knows("patterns", r.Pattern) {
			return fmt.Sprintf("there is no pattern %s", r.Pattern)
		}
		twice = c.learn(sheet, folio)
	case "claims":
		twice = c.learn(sheet, r.ID)
		if why := c.refersOf(r); why != "" {
			return why
		}
	case "pictures":
		c.want = append(c.want, "data/"+pictureFile(r.SHA, r.Kind))
		twice = c.learn(sheet, r.SHA)
	case "cards":
		twice = c.learn(sheet, r.ID)
		if why := c.refersOf(r); why != "" {
			return why
		}
	case "dressings":
		twice = c.learn(sheet, folio)
	case "revisions":
		if c.revisions[folio]+1 != r.Number {
			return fmt.Sprintf("revision %d of folio %d follows %d", r.Number, folio, c.revisions[folio])
		}
		c.revisions[folio] = r.Number
		if r.Again != nil && (*r.Again < 1 || *r.Again >= r.Number) {
			return fmt.Sprintf("revision %d cannot repeat revision %d", r.Number, *r.Again)
		}
	case "links":
		if !c.knows("dressings", r.Parent) {
			return fmt.Sprintf("there is no folio %d", r.Parent)
		}
		if _, ok := descent.Parse(r.Kind); !ok {
			return fmt.Sprintf("%q is no kind of descent", r.Kind)
		}
		if folio == r.Parent {
			return fmt.Sprintf("folio %d descends from itself", folio)
		}
		c.links = append(c.links, descent.Link{Child: folio, Parent: r.Parent})
		twice = c.learn(sheet, fmt.Sprint(folio, r.Parent, r.Kind))
	case "words":
		twice = c.learn(sheet, r.Words)
	case "materials":
		twice = c.learn(sheet, r.Name)
	case "verdicts":
		if !c.knows("dressings", r.Parent) {
			return fmt.Sprintf("there is no folio %d", r.Parent)
		}
		twice = c.learn(sheet, fmt.Sprint(folio, r.Parent))
	case "hooks":
		twice = c.learn(sheet, r.Hook)
	case "trays":
		for _, x := range r.Items {
			if !c.knows("dressings", x.Folio) {
				return fmt.Sprintf("there is no folio %d", x.Folio)
			}
		}
		twice = c.learn(sheet, r.Tray)
	case "boxes":
		twice = c.learn(sheet, r.Box)
	case "recipes":
		if !c.knows("boxes", r.Box) {
			return "there is no box " + r.Box
		}
		twice = c.learn(sheet, fmt.Sprint(r.Box, r.Position))
	case "drafts":
		twice = c.learn(sheet, r.Draft)
	case "deeds":
		twice = c.learn(sheet, r.Deed)
	case "undoings":
		if !c.knows("deeds", r.Deed) || r.By != nil && !c.knows("deeds", *r.By) {
			return "there is no such deed"
		}
		twice = c.learn(sheet, r.Deed)
	case "keys":
		if r.Deed != "" && !c.knows("deeds", r.Deed) {
			return fmt.Sprintf("there is no deed %s", r.Deed)
		}
		twice = c.learn(sheet, r.Key)
	}
	if twice {
		return "it stands twice"
	}
	return ""
}

// titleOf gives a source's title, where it is a title.
func titleOf(raw json.RawMessage) *string {
	var s *string
	if json.Unmarshal(raw, &s) != nil {
		return nil
	}
	return s
}

// refersOf tells what the value of a claim or a card refers to that is not there.
func (c *checker) refersOf(r record) string {
	var v struct {
		Pattern, Accession, From json.Number
		Source, Printed          json.Number
		Folio, Parent            *int
		Front, Back              string
	}
	if err := json.Unmarshal(r.Value, &v); err != nil {
		return err.Error()
	}
	for _, x := range []struct {
		sheet string
		id    json.Number
	}{{"patterns", v.Pattern}, {"accessions", v.Accession}, {"source", v.Source}, {"source", v.Printed}, {"claims", v.From}} {
		if x.id != "" && x.id != "0" && !c.knows(x.sheet, x.id) {
			return fmt.Sprintf("there is no %s %s", strings.TrimSuffix(x.sheet, "s"), x.id)
		}
	}
	for _, f := range []*int{v.Folio, v.Parent} {
		if f != nil && !c.knows("dressings", *f) {
			return fmt.Sprintf("there is no folio %d", *f)
		}
	}
	for _, sha := range []string{v.Front, v.Back} {
		if sha != "" && !c.knows("pictures", sha) {
			return fmt.Sprintf("there is no picture %s", sha)
		}
	}
	return ""
}

// whole looks at the records as a whole: each dressing has a revision and a plain form,
// none descends from itself, and there is nothing else in the bag.
func (c *checker) whole() {
	want := map[string]bool{}
	for _, sh := range store.Sheets {
		want["data/"+recordsFile(sh.Name)] = true
	}
	for _, name := range c.want {
		want[name] = true
		if _, err := fs.Stat(c.bag, name); err != nil {
			c.say("%s is missing", name)
		}
	}
	folios := slices.Sorted(maps.Keys(c.revisions))
	for _, f := range folios {
		want["data/"+plainFile(f)] = true
		if _, err := fs.Stat(c.bag, "data/"+plainFile(f)); err != nil {
			c.say("data/%s is missing: folio %d has no plain form", plainFile(f), f)
		}
	}
	if n := len(c.known["dressings"]); n > len(folios) {
		c.say("%d dressings have no revision", n-len(folios))
	}
	_ = fs.WalkDir(c.bag, "data", func(name string, e fs.DirEntry, err error) error {
		if err == nil && !e.IsDir() && !want[name] {
			c.say("%s is no part of a ledger", name)
		}
		return nil
	})
	flies := each(folios, func(f int) descent.Fly { return descent.Fly{Folio: f} })
	if circle := descent.New(flies, c.links).Circle(); circle != nil {
		c.say("data/%s: folio %d descends from itself", recordsFile("links"), circle[0])
	}
}

// Filled is what a bag brought.
type Filled struct {
	Dressings int
	// Changed are folios whose plain form was changed by hand in the bag: each has a
	// revision more.
	Changed []int
	// Asked are parents that a changed plain form names and that nothing is linked to.
	Asked []string
}

// slice is how many records are put in at once.
const slice = 300

// PutIn fills an empty ledger from a bag, as the role that owns the tables: all of it or
// nothing. A dressing whose plain form was changed by hand gets that as its next revision.
func PutIn(ctx context.Context, url string, b *bag.Bag) (Filled, error) {
	var out Filled
	damage, err := CheckBag(b)
	if err != nil {
		return out, err
	}
	if len(damage) > 0 {
		return out, damage
	}
	err = store.Fill(ctx, url, func(f *store.Filler) error {
		out = Filled{}
		texts := plains{}
		var withdrawn []int
		for _, sh := range store.Sheets {
			var list []json.RawMessage
			err := b.Lines(recordsFile(sh.Name), func(_ int, line []byte) error {
				switch sh.Name {
				case "revisions":
					if err := texts.take(line); err != nil {
						return err
					}
				case "dressings":
					var d struct {
						Folio     int
						Withdrawn bool
					}
					if err := json.Unmarshal(line, &d); err != nil {
						return err
					}
					out.Dressings++
					if d.Withdrawn {
						withdrawn = append(withdrawn, d.Folio)
					}
				}
				line, most, err := withPicture(b, sh, line)
				if err != nil {
					return err
				}
				if list = append(list, bytes.Clone(line)); len(list) < most {
					return nil
				}
				err = f.Put(ctx, sh, list)
				list = nil
				return err
			})
			if sh.Late && errors.Is(err, fs.ErrNotExist) { // a bag of an older version
				continue
			}
			if err == nil {
				err = f.Put(ctx, sh, list)
			}
			if err != nil {
				return err
			}
		}
		if err := f.Settle(ctx, withdrawn); err != nil {
			return err
		}
		return out.changed(ctx, f.Tx(), b, texts)
	})
	return out, err
}

// withPicture puts its bytes into the line of a picture. It tells how many lines are put in at once.
func withPicture(b *bag.Bag, sh store.Sheet, line []byte) ([]byte, int, error) {
	if sh.Name != store.Pictures {
		return line, slice, nil
	}
	var p map[string]any
	if err := json.Unmarshal(line, &p); err != nil {
		return nil, 0, err
	}
	data, err := fs.ReadFile(b, "data/"+pictureFile(fmt.Sprint(p["sha"]), fmt.Sprint(p["kind"])))
	if err != nil {
		return nil, 0, err
	}
	p["bytes"] = data // as base64
	line, err = json.Marshal(p)
	return line, 1, err
}

// changed files what was changed by hand in the plain forms of a bag.
func (f *Filled) changed(ctx context.Context, tx *store.Tx, b *bag.Bag, texts plains) error {
	for _, folio := range slices.Sorted(maps.Keys(texts)) {
		name := "data/" + plainFile(folio)
		text, err := fs.ReadFile(b, name)
		if err != nil {
			return err
		}
		was := texts[folio].now
		if string(text) == texts[folio].older {
			was = string(text)
		}
		if string(text) == was {
			continue
		}
		f.Changed = append(f.Changed, folio)
		if err := f.revise(ctx, tx, folio, was, string(text)); err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
	}
	return nil
}

func (f *Filled) revise(ctx context.Context, tx *store.Tx, folio int, was, text string) error {
	old, err := tx.One(ctx, folio)
	if err != nil {
		return err
	}
	stood, err := asideOf(old)
	if err != nil {
		return err
	}
	before, err := read(ctx, tx.Reads, was, stood.corrections)
	if err != nil {
		return err
	}
	now, err := read(ctx, tx.Reads, text, stood.corrections)
	if err != nil {
		return err
	}
	filing := Filing{Text: text, Why: "changed by hand in the bag", Corrections: stood.corrections, Settlements: stood.settlements}
	rev, err := prepare(now.Dressing, weigh(nil, saidBy(now.Dressing), saidBy(before.Dressing), onFile(old)), filing)
	if err != nil {
		return err
	}
	id, err := tx.IDOf(ctx, folio)
	if err != nil {
		return err
	}
	if _, err := tx.Revise(ctx, id, old.Revision, rev); err != nil {
		return err
	}
	newly := slices.DeleteFunc(slices.Clone(now.Dressing.Parents), func(n dressing.Named) bool { return slices.Contains(before.Dressing.Parents, n) })
	list, err := offers(ctx, tx.Reads, newly)
	if err != nil {
		return err
	}
	for _, o := range list {
		if ask := o.ask(); ask != "" {
			f.Asked = append(f.Asked, fmt.Sprintf("folio %d: %s", folio, ask))
			continue
		}
		if err := linkOne(ctx, tx, folio, Parent{Folio: o.Choices[0].Folio, Kind: o.Kind}, nil); err != nil {
			return err
		}
	}
	_, err = tx.Note(ctx, store.Deed{Seat: "bag", Kind: string(Revised), What: "revised " + nameOf(rev.Title), Why: rev.Why, Touches: []string{fmt.Sprintf("dressing %d", folio)}})
	return err
}
