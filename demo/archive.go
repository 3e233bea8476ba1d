package demo

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"slices"

	"mothledger/core/citation"
	"mothledger/core/descent"
	"mothledger/ledger"
	"mothledger/store"
)

//go:embed archive/*.txt archive/*.jpg
var archive embed.FS

// lastArchive is the key of the last thing that is filed of the archive.
const lastArchive = "demo-archive-end"

// archivist files the club's evidence: its shelf, witnesses, rival accounts, a bequest. Each deed has a
// key, so that a load that was cut short goes on where it stopped.
type archivist struct {
	ctx context.Context
	l   *ledger.Ledger
	s   *store.Store
	n   int
	err error
}

func (a *archivist) by() ledger.Sender {
	a.n++
	return ledger.Sender{Seat: seat, Key: fmt.Sprintf("demo-archive-%03d", a.n)}
}

func (a *archivist) note(err error) {
	if a.err == nil {
		a.err = err
	}
}

func (a *archivist) made(m ledger.MadeRecord, err error) int64 {
	a.note(err)
	return m.ID
}

// did takes what a deed that needs nothing more answers.
func (a *archivist) did(_ ledger.Filed, err error) { a.note(err) }

// file files a text of the archive.
func (a *archivist) file(name string, f ledger.Filing) int {
	b, err := fs.ReadFile(archive, "archive/"+name+".txt")
	a.note(err)
	f.Text = string(b)
	if f.Parents == nil {
		f.Parents = []ledger.Parent{}
	}
	out, err := a.l.File(a.ctx, f, a.by())
	if err != nil {
		a.note(fmt.Errorf("%s: %w", name, err))
	}
	return out.Folio
}

// described says what is known of a source, of one that some dressing names already too.
func (a *archivist) described(called string, s citation.Source) int64 {
	by, made := a.by(), a.by()
	shelf, err := a.l.Shelf(a.ctx, called)
	a.note(err)
	if s.Title == "" {
		s.Title = called
	}
	for _, x := range shelf {
		if x.Called != called {
			continue
		}
		if x.Described {
			return x.ID
		}
		p, err := a.l.Source(a.ctx, x.ID, ledger.Vice{})
		a.note(err)
		a.did(a.l.ChangeSource(a.ctx, x.ID, p.Edit, ledger.SourceBody{Called: called, Source: s}, by))
		return x.ID
	}
	return a.made(a.l.Shelve(a.ctx, ledger.SourceBody{Called: called, Source: s}, made))
}

// pattern gives the pattern in which a dressing stands.
func (a *archivist) pattern(folio int) int64 {
	p, err := a.l.Provenance(a.ctx, folio, ledger.Vice{})
	a.note(err)
	return p.Pattern
}

// change changes a pattern.
func (a *archivist) change(id int64, f func(*ledger.PatternBody)) {
	by := a.by()
	if done, err := a.s.HasKey(a.ctx, by.Key); err != nil || done { // it would be changed once more
		a.note(err)
		return
	}
	p, err := a.l.OpenPattern(a.ctx, id, ledger.Vice{})
	a.note(err)
	b := p.PatternBody
	f(&b)
	if a.err == nil {
		a.did(a.l.ChangePattern(a.ctx, id, "", b, by))
	}
}

func (a *archivist) claim(b ledger.ClaimBody) int64 { return a.made(a.l.Claim(a.ctx, b, a.by())) }

func people(names ...string) []citation.Person {
	var out []citation.Person
	for _, n := range names {
		out = append(out, citation.ParsePerson(n))
	}
	return out
}

// fileArchive files the evidence. folios are the club's first dressings by their names.
func fileArchive(ctx context.Context, s *store.Store, l *ledger.Ledger, folios map[string]int) error {
	a := &archivist{ctx: ctx, l: l, s: s}
	a.did(l.SetPeriod(ctx, ledger.Period{Words: "the war", From: "1939-09-01", To: "1945-08-15", Note: "as the minutes have it: from the first blackout to the lamps"}, false, a.by()))
	a.did(l.SetPeriod(ctx, ledger.Period{Words: "the old committee", From: "1951-03-01", To: "1963-11-30", Note: "from the first minutes to the quarrel about the boathouse"}, false, a.by()))

	press := "Ferry Lane Press"
	a.described("Lamps on the Low Water", citation.Source{Kind: citation.Book, Authors: people("Edwin Sallow"), Date: "1934", Publisher: press, Town: "Dimsey", Copy: "cupboard 1, top shelf; the plates are loose"})
	a.described("Lamps on the Low Water, second edition", citation.Source{Kind: citation.Book, Title: "Lamps on the Low Water", Authors: people("Edwin Sallow"), Date: "1948", Edition: "second edition", Publisher: press, Town: "Dimsey", Copy: "cupboard 1, top shelf", Note: "Set anew. Nobody read it against the first."})
	dusk := a.described("Dusk and After", citation.Source{Kind: citation.Book, Authors: people("Prudence Aldwark"), Date: "1958", Publisher: press, Town: "Dimsey", Copy: "cupboard 1, second shelf, two copies"})
	mere := a.described("The Mere by Night", citation.Source{Kind: citation.Book, Authors: people("Josiah Fenn"), Date: "1911", Publisher: "printed for the author", Town: "Dimsey", Copy: "in the box, not lent"})
	stage := a.described("Notes from a Landing Stage", citation.Source{Kind: citation.Book, Authors: people("Ivor Tansy"), Date: "1971", Publisher: "Harbour Office Press", Town: "Dimsey", Copy: "cupboard 1, second shelf"})
	a.described("Lamp Night notebooks", citation.Source{Kind: citation.Manuscript, Authors: []citation.Person{{Literal: "Dimsey Lamp Tyers"}}, Date: "since 1996", Copy: "the long drawer", Note: "Whoever is at the end of the bench writes."})
	a.described("Spoken at the bench", citation.Source{Kind: citation.Recollection, Authors: []citation.Person{{Literal: "Dimsey Lamp Tyers"}}, Note: "Said on a club evening and written down by the archivist the day after."})
	a.described("A dun for the quay steps", citation.Source{Kind: citation.Article, Authors: people("Lettice Orme"), Date: "1949", Within: "Harbour Lights", Volume: "3", Issue: "2", Pages: "29-31", Copy: "bound volume, cupboard 2"})
	lights := a.described("Spinners under the lamps", citation.Source{Kind: citation.Article, Authors: people("Clement Varley"), Date: "autumn 1955", Within: "Harbour Lights", Volume: "9", Issue: "4", Pages: "11-14", Copy: "bound volume, cupboard 2"})
	letter := a.described("To the secretary, about the spider", citation.Source{Kind: citation.Letter, Authors: people("Edwin Sallow"), Date: "3 February 1936", Copy: "letters, folder 2"})
	minutes := a.described("Minutes of the Lamp Tyers", citation.Source{Kind: citation.Minutes, Authors: []citation.Person{{Literal: "Dimsey Lamp Tyers"}}, Date: "1951 to 1963", Copy: "the iron box"})
	working := a.described("Josiah Fenn's working book", citation.Source{Kind: citation.Manuscript, Authors: people("Josiah Fenn"), Date: "about 1902", Copy: "with the Grice bequest, 2026.2"})
	film := a.described("Lamp Night on the ferry", citation.Source{Kind: citation.Film, Authors: people("Orrin Lyle"), Date: "August 1970", Copy: "one reel, to be copied"})
	talk := a.described("Una Thrale talks about the emerger", citation.Source{Kind: citation.Recording, Authors: people("Una Thrale"), Date: "2014", Copy: "on the club's disk"})
	winter := a.described("Winter list", citation.Source{Kind: citation.Catalogue, Authors: []citation.Person{{Literal: "Grice and Daughter, ferry chandlers"}}, Date: "1938", Copy: "cupboard 2, in the folder of lists"})
	almanack := a.described("The Mere Almanack", citation.Source{Kind: citation.Book, Title: "The Mere Almanack", Editors: people("Silas Carrow"), Date: "1919", Town: "Dimsey", Copy: "lent to us in 2024 and given back"})
	a.described("The mere almanack for 1919", citation.Source{Kind: citation.Book, Title: "The Mere Almanack", Editors: people("Silas Carrow"), Date: "1919", Note: "Entered from a bookseller's list; is it the same?"})

	spider := folios["Rowlock Spider"]
	rowlock := a.pattern(spider)
	witness := func() *ledger.PlaceBody { return &ledger.PlaceBody{Pattern: rowlock, Standing: ledger.Witness} }
	a.file("28-rowlock-spider-plate", ledger.Filing{Place: witness()})
	reset := a.file("29-rowlock-spider-second", ledger.Filing{Place: witness()})
	lamp := a.file("30-lamp-spider", ledger.Filing{Parents: []ledger.Parent{{Folio: spider}}})
	blue := a.file("31-blue-lamp-spider", ledger.Filing{Parents: []ledger.Parent{{Folio: lamp}}})
	a.file("32-drift-spider", ledger.Filing{Parents: []ledger.Parent{{Folio: blue}}})
	a.file("33-quay-dun-orme", ledger.Filing{})

	bequest := a.made(l.TakeInBequest(ctx, ledger.AccessionBody{Number: "2026.2", Donor: "the family of Wilmot Grice", Date: "March 2026", Terms: "To be kept together. Nothing of it is sold. Copies for members are welcome.",
		Custody: "Wilmot Grice, ferry chandler; his daughter; the loft above the chandlery until 2026; now the iron box.", Note: "One card box with a broken lid, a working book of Josiah Fenn's, no flies."}, a.by()))
	a.did(l.ListCards(ctx, bequest, []ledger.CardBody{
		{OldNumber: "B 111", Place: "box, first row, 1", Title: "Step Spider", Note: "a leaf of Fenn's book laid in, not a card"},
		{OldNumber: "B 112", Place: "box, first row, 2", Title: "Peacock Keel"},
		{OldNumber: "B 113", Place: "box, first row, 3", Note: "the corner with the name is torn off"},
		{OldNumber: "B 114", Place: "box, first row, 4", Title: "Thwart Dun"},
		{OldNumber: "B 115", Place: "box, first row, 5", Title: "Lighter Palmer"},
		{OldNumber: "B 117", Place: "box, first row, 6", Title: "Tow Rope", Note: "there is no B 116"},
		{OldNumber: "B 118", Place: "box, second row, 1"},
		{OldNumber: "B 119", Place: "box, second row, 2", Title: "Small Lighter Palmer"},
		{OldNumber: "B 120", Place: "box, second row, 3", Title: "Grice's Black"},
		{Place: "loose, under the lid", Title: "for the daughter", Note: "a list of silks with no number"},
	}, a.by()))
	b, err := l.Bequest(ctx, bequest, 0, false)
	a.note(err)
	card := map[string]int64{}
	for _, c := range b.List {
		card[c.OldNumber] = c.ID
	}
	for _, p := range []struct{ number, side, file string }{{"B 112", ledger.Front, "b112-front"}, {"B 112", ledger.Back, "b112-back"}, {"B 113", ledger.Front, "b113-front"}, {"B 114", ledger.Front, "b114-front"}, {"B 114", ledger.Back, "b114-back"}} {
		m, err := archive.ReadFile("archive/" + p.file + ".jpg")
		a.note(err)
		if a.err == nil {
			a.did(l.SetPicture(ctx, card[p.number], p.side, m, a.by()))
		}
	}
	step := a.file("34-step-spider", ledger.Filing{Card: card["B 111"]})
	keel := a.file("35-peacock-keel", ledger.Filing{Card: card["B 112"]})
	a.file("36-grice-unnamed", ledger.Filing{Card: card["B 113"]})
	if a.err != nil {
		return a.err
	}

	a.change(rowlock, func(p *ledger.PatternBody) {
		p.Story = "Sallow rowed the secretary home on an evening in 1933 and tied it in the boat, by the rowlock. The ferrymen call it the Thole Spider, which is the older word for the pin. What members mean by the name today is Carrow's ribbed one."
		p.Names = []ledger.PatternName{{Name: "Thole Spider", Kind: "local", Story: "The pin that an oar turns on is a thole to the ferrymen.", By: "the ferrymen", Years: "1930s"}}
		p.Base, p.Received = spider, lamp
		p.Slips = []ledger.Slip{{Folio: reset, Role: "hackle", Now: "brown partridge, 2 turns, just past the bend", Why: "Twelve turns cannot be wound on a 14; the first edition has two."}}
	})
	a.claim(ledger.ClaimBody{Pattern: rowlock, Question: citation.FirstPrinted, Printed: almanack, Grade: citation.Remembered, Knows: citation.Believed, By: "Silas Carrow the younger", Date: "1919", DateOf: "printed", Told: "1988", Note: "He was sure that his father had printed it."})
	a.claim(ledger.ClaimBody{Pattern: rowlock, Question: citation.FirstPrinted, Printed: almanack, Searched: true, Knows: citation.Seen, By: "the archivist", Told: "2024", Note: "Read from cover to cover; the spider is not in it."})
	a.claim(ledger.ClaimBody{Pattern: rowlock, Folio: spider, Question: citation.Descends, Parent: step, Link: descent.AdaptedFrom, Source: letter, Grade: citation.OwnWords, Knows: citation.Seen, By: "Edwin Sallow", Told: "3 February 1936", Note: "“I had it from old Fenn, who dressed it in black.”"})
	a.claim(ledger.ClaimBody{Pattern: rowlock, Folio: spider, Question: citation.Descends, Parent: folios["Harbour Drake"], Link: descent.AnswerTo, Source: stage, Place: "51", Grade: citation.LaterPrint, Knows: citation.Believed, By: "Ivor Tansy", Told: "1971", Note: "Tansy has it that Sallow wanted something small beside Fenn's drake."})
	a.claim(ledger.ClaimBody{Pattern: rowlock, Question: citation.Popularised, Person: "Maud Carrow", Source: minutes, Place: "12 May 1962", Grade: citation.TimePrint, Knows: citation.Seen, Told: "1962", Date: "the old committee"})

	spinner := a.pattern(folios["Gaslight Spinner"])
	varley := a.claim(ledger.ClaimBody{Pattern: spinner, Question: citation.Originated, Person: "Lettice Orme", Source: lights, Place: "12", Grade: citation.TimePrint, Knows: citation.Seen, By: "Clement Varley", Date: "1954", DateOf: "tied", Told: "autumn 1955", Note: "“Miss Orme's spinner, which she ties flat.”"})
	a.claim(ledger.ClaimBody{Pattern: spinner, Question: citation.Originated, Person: "Prudence Aldwark", Source: dusk, Place: "110", Grade: citation.OwnWords, Knows: citation.Seen, Interested: true, By: "Prudence Aldwark", Date: "about 1950", DateOf: "tied", Told: "1958"})
	a.claim(ledger.ClaimBody{Pattern: spinner, Question: citation.Originated, Person: "Lettice Orme", Source: stage, Place: "60", Grade: citation.LaterPrint, Knows: citation.Told, By: "Ivor Tansy", From: varley, Told: "1971", Note: "Tansy copies Varley, misprint and all."})
	a.claim(ledger.ClaimBody{Pattern: spinner, Question: citation.Named, Person: "Prudence Aldwark", Source: minutes, Place: "7 June 1957", Grade: citation.TimePrint, Knows: citation.Seen, Told: "1957"})

	signal := a.pattern(folios["Signal Lamp"])
	a.claim(ledger.ClaimBody{Pattern: signal, Question: citation.Originated, Person: "Orrin Lyle", Source: film, Place: "8", Grade: citation.TimePrint, Knows: citation.Seen, By: "Orrin Lyle's brother, speaking", Date: "1970", DateOf: "tied", Told: "August 1970", Note: "He is seen tying it, and is called its maker."})
	a.claim(ledger.ClaimBody{Pattern: signal, Question: citation.Originated, Person: "Ivor Tansy", Source: minutes, Place: "2 September 1961", Grade: citation.TimePrint, Knows: citation.Seen, By: "the secretary", Told: "1961", Note: "“Mr Tansy showed a lamp for salmon.” Is it this one?"})

	ebb := a.pattern(folios["Ebb Emerger"])
	a.claim(ledger.ClaimBody{Pattern: ebb, Question: citation.Named, Person: "Una Thrale", Source: talk, Place: "12", Grade: citation.Remembered, Knows: citation.Seen, Interested: true, By: "Una Thrale", Told: "2014"})
	a.claim(ledger.ClaimBody{Pattern: ebb, Question: citation.Named, Person: "Osric Pell", Grade: citation.Remembered, Knows: citation.Seen, By: "Hettie Marrable", Told: "2015", Note: "“Pell said: it is an ebb emerger, then.”"})

	drake := a.pattern(folios["Harbour Drake"])
	a.claim(ledger.ClaimBody{Pattern: drake, Question: citation.Originated, Qualifier: citation.Traditional, Source: mere, Place: "21", Grade: citation.OwnWords, Knows: citation.Told, By: "Josiah Fenn", Told: "1911", Note: "Fenn: “as the harbour men have always dressed it”."})
	a.claim(ledger.ClaimBody{Pattern: a.pattern(step), Question: citation.Originated, Person: "Josiah Fenn", Source: working, Place: "leaf 7", Grade: citation.OwnWords, Knows: citation.Seen, By: "Josiah Fenn", Date: "about 1902", DateOf: "tied", Told: "about 1902"})
	a.claim(ledger.ClaimBody{Pattern: a.pattern(keel), Question: citation.Named, Person: "Wilmot Grice the elder", Grade: citation.OwnWords, Knows: citation.Told, By: "Wilmot Grice", Told: "before the war", Note: "“It is only what my father called the boat.”"})

	thwart := a.made(l.MakePattern(ctx, ledger.PatternBody{Name: "Thwart Dun", Story: "Known from a dealer's list alone, until card B 114 is described."}, a.by()))
	a.claim(ledger.ClaimBody{Pattern: thwart, Question: citation.FirstPrinted, Printed: winter, Grade: citation.TimePrint, Knows: citation.Seen, Date: "1938", DateOf: "printed", Note: "“Thwart Dun, improved, the dozen 3/-”"})
	a.change(a.pattern(folios["Quay Dun"]), func(p *ledger.PatternBody) {
		p.Names = append(p.Names, ledger.PatternName{Name: "Boathouse Dun", Kind: "former", By: "Prudence Aldwark", Years: "1956", Story: "So it stands in the minutes, before the book."})
	})

	if a.err == nil {
		a.did(l.Place(ctx, folios["Candle Sedge (Thrale)"], ledger.PlaceBody{Pattern: a.pattern(folios["Candle Sedge"]), Standing: ledger.Witness, Note: "She wrote down the book's fly from the one in her box, so it means to report it."}, ledger.Sender{Seat: seat, Key: lastArchive}))
	}
	return a.err
}

// errArchive says that a name of the first dressings is missing.
var errArchive = errors.New("the archive names a dressing that is not filed")

// archiveNames are the first dressings that the archive builds on.
var archiveNames = []string{"Rowlock Spider", "Gaslight Spinner", "Signal Lamp", "Ebb Emerger", "Harbour Drake", "Quay Dun", "Candle Sedge", "Candle Sedge (Thrale)"}

func hasAll(folios map[string]int) error {
	if i := slices.IndexFunc(archiveNames, func(n string) bool { return folios[n] == 0 }); i >= 0 {
		return fmt.Errorf("%w: %s", errArchive, archiveNames[i])
	}
	return nil
}
