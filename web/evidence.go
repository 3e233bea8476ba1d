package web

import (
	"context"
	"math"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"mothledger/core/descent"
	"mothledger/exchange/picture"
	"mothledger/exchange/shelf"
	"mothledger/ledger"
)

// IDPath names a record by its number.
type IDPath struct {
	ID int64 `path:"id" minimum:"1" maximum:"9007199254740991"`
}

// MadeRecord is a record that was made.
type MadeRecord struct {
	ID int64 `json:"id"`
	Done
}

func madeRecord(m ledger.MadeRecord, err error) (*answer[MadeRecord], error) {
	return &answer[MadeRecord]{MadeRecord{m.ID, Done{m.Deed}}}, err
}

// doer is a request that tells who sends it.
type doer[I any] interface {
	*I
	by() (ledger.Sender, error)
}

// doing registers an operation that changes something and answers with the deed.
func doing[I any, D doer[I]](s server, o huma.Operation, f func(context.Context, D, ledger.Sender) (ledger.Filed, error)) {
	handle(s, o, func(ctx context.Context, in *I) (*answer[Done], error) {
		who, err := D(in).by()
		if err != nil {
			return nil, err
		}
		return done(f(ctx, in, who))
	})
}

// numbers reads a list of numbers with commas between them; what is none is left out.
func numbers[T int | int64](s string) []T {
	out := []T{}
	for _, w := range strings.Split(s, ",") {
		_, folio := any(T(0)).(int)
		if n, err := strconv.ParseInt(strings.TrimSpace(w), 10, 64); err == nil && n > 0 && !(folio && n > math.MaxInt32) {
			out = append(out, T(n))
		}
	}
	return out
}

func evidenceOperations(s server) {
	patternOperations(s)
	shelfOperations(s)
	pedigreeOperations(s)
	bequestOperations(s)
}

// patternOperations are patterns, where dressings stand in them, and what is told of them.
func patternOperations(s server) {
	l := s.l
	handle(s, op(http.MethodGet, "/api/patterns", "list-patterns", "Patterns by name"),
		func(ctx context.Context, in *struct {
			Vice
			Letters string `query:"q" maxLength:"200" doc:"letters in one of their names"`
			After   string `query:"after" maxLength:"2000" doc:"the next of the page before"`
		}) (*answer[ledger.PatternList], error) {
			p, err := l.Patterns(ctx, in.Letters, in.After, in.ledger())
			return &answer[ledger.PatternList]{p}, err
		})
	handle(s, op(http.MethodGet, "/api/patterns/{id}", "open-pattern", "A pattern with its dressings and what is told of it"),
		func(ctx context.Context, in *struct {
			Vice
			IDPath
		}) (*answer[ledger.Pattern], error) {
			p, err := l.OpenPattern(ctx, in.ID, in.ledger())
			return &answer[ledger.Pattern]{p}, err
		})
	handle(s, withText(status(op(http.MethodPost, "/api/patterns", "make-pattern", "Make a pattern that has no dressing yet"), http.StatusCreated)),
		func(ctx context.Context, in *struct {
			Sender
			Body ledger.PatternBody
		}) (*answer[MadeRecord], error) {
			return madeRecord(l.MakePattern(ctx, in.Body, in.ledger()))
		})
	type changingPattern struct {
		IDPath
		Doer
		Body struct {
			ledger.PatternBody
			Edit string `json:"edit" minLength:"1" maxLength:"40" doc:"the edit that was seen"`
		}
	}
	doing(s, withText(op(http.MethodPut, "/api/patterns/{id}", "change-pattern", "Let a pattern say something else")),
		func(ctx context.Context, in *changingPattern, by ledger.Sender) (ledger.Filed, error) {
			return l.ChangePattern(ctx, in.ID, in.Body.Edit, in.Body.PatternBody, by)
		})
	type adopting struct {
		IDPath
		Doer
		Body struct {
			ledger.Decision
			Clear bool `json:"clear,omitempty" doc:"leave the question to the rules"`
		}
	}
	doing(s, op(http.MethodPut, "/api/patterns/{id}/adopted", "adopt-reading", "Adopt an answer that the rules do not, or leave it to them"),
		func(ctx context.Context, in *adopting, by ledger.Sender) (ledger.Filed, error) {
			return l.Adopt(ctx, in.ID, in.Body.Decision, in.Body.Clear, by)
		})
	handle(s, op(http.MethodGet, "/api/patterns/{id}/witnesses", "collate-witnesses", "The witnesses of a pattern part by part, beside the adopted one"),
		func(ctx context.Context, in *struct {
			Vice
			IDPath
			Variant int `query:"variant" minimum:"0" maximum:"2147483647" doc:"a variant to compare with each of them"`
		}) (*answer[ledger.Witnesses], error) {
			w, err := l.Witnesses(ctx, in.ID, in.Variant, in.ledger())
			return &answer[ledger.Witnesses]{w}, err
		})
	type placing struct {
		FolioPath
		Doer
		Body ledger.PlaceBody
	}
	doing(s, op(http.MethodPut, "/api/dressings/{folio}/place", "place-dressing", "Say in which pattern a dressing stands, and as what"),
		func(ctx context.Context, in *placing, by ledger.Sender) (ledger.Filed, error) {
			return l.Place(ctx, in.Folio, in.Body, by)
		})
	handle(s, op(http.MethodGet, "/api/dressings/{folio}/provenance", "open-provenance", "What is told of a dressing and its pattern, and what the ledger adopts"),
		func(ctx context.Context, in *struct {
			Vice
			FolioPath
		}) (*answer[ledger.FolioProvenance], error) {
			p, err := l.Provenance(ctx, in.Folio, in.ledger())
			return &answer[ledger.FolioProvenance]{p}, err
		})
	handle(s, status(op(http.MethodPost, "/api/claims", "enter-claim", "Enter one account's answer to one question"), http.StatusCreated),
		func(ctx context.Context, in *struct {
			Sender
			Body ledger.ClaimBody
		}) (*answer[MadeRecord], error) {
			return madeRecord(l.Claim(ctx, in.Body, in.ledger()))
		})
	type claiming struct {
		IDPath
		Doer
		Body struct {
			ledger.ClaimBody
			Edit string `json:"edit" minLength:"1" maxLength:"40" doc:"the edit that was seen"`
			Out  bool   `json:"out,omitempty" doc:"take the account out"`
		}
	}
	doing(s, op(http.MethodPut, "/api/claims/{id}", "change-claim", "Change an account, or take it out"),
		func(ctx context.Context, in *claiming, by ledger.Sender) (ledger.Filed, error) {
			return l.ChangeClaim(ctx, in.ID, in.Body.Edit, in.Body.ClaimBody, in.Body.Out, by)
		})
	handle(s, op(http.MethodGet, "/api/rules", "list-rules", "The rules by which a reading is adopted"),
		func(context.Context, *struct{}) (*answer[[]ledger.Rule], error) {
			return &answer[[]ledger.Rule]{ledger.Rules()}, nil
		})
	handle(s, op(http.MethodGet, "/api/periods", "list-periods", "Words that the club gave a width"),
		func(ctx context.Context, _ *struct{}) (*answer[[]ledger.Period], error) {
			p, err := l.Periods(ctx)
			return &answer[[]ledger.Period]{p}, err
		})
	handle(s, op(http.MethodGet, "/api/date", "read-date", "What a date in words means"),
		func(ctx context.Context, in *struct {
			Words string `query:"words" maxLength:"200"`
		}) (*answer[ledger.Dated], error) {
			d, err := l.DateMeans(ctx, in.Words)
			return &answer[ledger.Dated]{d}, err
		})
	type setting struct {
		Doer
		Body struct {
			ledger.Period
			Out bool `json:"out,omitempty" doc:"take the width away"`
		}
	}
	doing(s, op(http.MethodPut, "/api/periods", "set-period", "Give words a width, or take it away"),
		func(ctx context.Context, in *setting, by ledger.Sender) (ledger.Filed, error) {
			return l.SetPeriod(ctx, in.Body.Period, in.Body.Out, by)
		})
}

// shelfOperations are the sources.
func shelfOperations(s server) {
	l := s.l
	handle(s, op(http.MethodGet, "/api/shelf", "list-shelf", "The sources on the shelf, by their makers"),
		func(ctx context.Context, in *struct {
			Letters string `query:"q" maxLength:"200" doc:"letters in what is known of them"`
		}) (*answer[[]ledger.OnShelf], error) {
			p, err := l.Shelf(ctx, in.Letters)
			return &answer[[]ledger.OnShelf]{p}, err
		})
	handle(s, op(http.MethodGet, "/api/shelf/{id}", "open-source", "A source with all that cites it"),
		func(ctx context.Context, in *struct {
			Vice
			IDPath
		}) (*answer[ledger.SourcePage], error) {
			p, err := l.Source(ctx, in.ID, in.ledger())
			return &answer[ledger.SourcePage]{p}, err
		})
	handle(s, status(op(http.MethodPost, "/api/shelf", "shelve-source", "Put a source on the shelf"), http.StatusCreated),
		func(ctx context.Context, in *struct {
			Sender
			Body ledger.SourceBody
		}) (*answer[MadeRecord], error) {
			return madeRecord(l.Shelve(ctx, in.Body, in.ledger()))
		})
	type changingSource struct {
		IDPath
		Doer
		Body struct {
			ledger.SourceBody
			Edit string `json:"edit" minLength:"1" maxLength:"40" doc:"the edit that was seen"`
		}
	}
	doing(s, op(http.MethodPut, "/api/shelf/{id}", "change-source", "Let a source say something else"),
		func(ctx context.Context, in *changingSource, by ledger.Sender) (ledger.Filed, error) {
			return l.ChangeSource(ctx, in.ID, in.Body.Edit, in.Body.SourceBody, by)
		})
	type merging struct {
		IDPath
		Doer
		Body struct {
			Into int64 `json:"into" minimum:"1" maximum:"9007199254740991" doc:"the source that it was found to be"`
		}
	}
	doing(s, op(http.MethodPost, "/api/shelf/{id}/merging", "merge-source", "Say that a source is another"),
		func(ctx context.Context, in *merging, by ledger.Sender) (ledger.Filed, error) {
			return l.MergeSource(ctx, in.ID, in.Body.Into, by)
		})
	taking := withText(op(http.MethodPost, "/api/shelf/files", "take-in-sources", "Look a file of sources through, or take it in: BibTeX, RIS or CSL-JSON"))
	taking.MaxBodyBytes = shelf.MostBytes + maxWords
	handle(s, slow(taking), func(ctx context.Context, in *struct {
		Doer
		Body struct {
			Format shelf.Format `json:"format,omitempty" doc:"absent to tell it from the text"`
			Text   string       `json:"text" minLength:"1"`
			Look   bool         `json:"look,omitempty" doc:"only look it through"`
			Twins  bool         `json:"twins,omitempty" doc:"take those in too that may be on the shelf already"`
		}
	}) (*answer[ledger.TakenSources], error) {
		by, err := in.by()
		if err != nil {
			return nil, err
		}
		t, err := l.TakeInSources(ctx, in.Body.Format, in.Body.Text, in.Body.Look, in.Body.Twins, by)
		return &answer[ledger.TakenSources]{t}, err
	})
	type file struct {
		Type string `header:"Content-Type"`
		Name string `header:"Content-Disposition"`
		Body []byte
	}
	handle(s, op(http.MethodGet, "/api/shelf/files/{format}", "write-sources", "The shelf, or some sources of it, as a file"),
		func(ctx context.Context, in *struct {
			Format shelf.Format `path:"format"`
			Only   string       `query:"only" maxLength:"2000" doc:"numbers of sources, with commas; absent for all"`
		}) (*file, error) {
			text, err := l.SourcesAs(ctx, in.Format, numbers[int64](in.Only))
			kind := map[shelf.Format]string{shelf.BibTeX: "application/x-bibtex", shelf.RIS: "application/x-research-info-systems", shelf.CSL: "application/vnd.citationstyles.csl+json"}[in.Format]
			return &file{kind + "; charset=utf-8", `attachment; filename="shelf` + in.Format.Suffix() + `"`, []byte(text)}, err
		})
}

// pedigreeOperations are descent along time.
func pedigreeOperations(s server) {
	l := s.l
	handle(s, op(http.MethodGet, "/api/dressings/{folio}/descent", "open-descent", "All that a dressing is joined to by descent, laid out along time"),
		func(ctx context.Context, in *struct {
			FolioPath
			Width float64 `query:"width" minimum:"200" maximum:"4000" default:"700" doc:"how wide the years are drawn"`
			Shut  string  `query:"shut" maxLength:"4000" doc:"folios of which the descent is folded away, with commas"`
		}) (*answer[ledger.Pedigree], error) {
			p, err := l.Pedigree(ctx, in.Folio, ledger.PedigreePage{Width: in.Width, Shut: numbers[int](in.Shut)})
			return &answer[ledger.Pedigree]{p}, err
		})
	handle(s, op(http.MethodGet, "/api/dressings/{folio}/common", "common-ancestor", "Where two dressings come from one, and what changed on each step"),
		func(ctx context.Context, in *struct {
			FolioPath
			With int `query:"with" minimum:"1" maximum:"2147483647" required:"true"`
		}) (*answer[[]ledger.Meeting], error) {
			m, err := l.Common(ctx, in.Folio, in.With)
			return &answer[[]ledger.Meeting]{m}, err
		})
	type speaks struct {
		Against *ledger.Contradiction `json:"against,omitempty" doc:"absent where nothing speaks against it"`
	}
	handle(s, op(http.MethodGet, "/api/dressings/{folio}/against", "against-parent", "What time says against a dressing's coming from another"),
		func(ctx context.Context, in *struct {
			FolioPath
			Parent int          `query:"parent" minimum:"1" maximum:"2147483647" required:"true"`
			Kind   descent.Kind `query:"kind" default:"variant of"`
		}) (*answer[speaks], error) {
			c, err := l.Against(ctx, in.Folio, in.Parent, in.Kind)
			return &answer[speaks]{speaks{c}}, err
		})
	handle(s, op(http.MethodGet, "/api/drawings", "draw-dressings", "Dressings with their drawings, by folio"),
		func(ctx context.Context, in *struct {
			Vice
			Folios string `query:"folios" maxLength:"1000" doc:"with commas"`
		}) (*answer[[]ledger.Entry], error) {
			e, err := l.Drawn(ctx, numbers[int](in.Folios), in.ledger())
			return &answer[[]ledger.Entry]{e}, err
		})
}

// bequestOperations are bequests, their cards and pictures.
func bequestOperations(s server) {
	l := s.l
	handle(s, op(http.MethodGet, "/api/bequests", "list-bequests", "The bequests, the newest first"),
		func(ctx context.Context, _ *struct{}) (*answer[[]ledger.Accession], error) {
			a, err := l.Accessions(ctx)
			return &answer[[]ledger.Accession]{a}, err
		})
	handle(s, op(http.MethodGet, "/api/bequests/{id}", "open-bequest", "A bequest with its cards"),
		func(ctx context.Context, in *struct {
			IDPath
			After   int  `query:"after" minimum:"0" maximum:"2147483647" doc:"the next of the page before"`
			Waiting bool `query:"waiting" doc:"only cards that are not described"`
		}) (*answer[ledger.Bequest], error) {
			b, err := l.Bequest(ctx, in.ID, in.After, in.Waiting)
			return &answer[ledger.Bequest]{b}, err
		})
	handle(s, status(op(http.MethodPost, "/api/bequests", "take-in-bequest", "Take a bequest in"), http.StatusCreated),
		func(ctx context.Context, in *struct {
			Sender
			Body ledger.AccessionBody
		}) (*answer[MadeRecord], error) {
			return madeRecord(l.TakeInBequest(ctx, in.Body, in.ledger()))
		})
	type changingBequest struct {
		IDPath
		Doer
		Body struct {
			ledger.AccessionBody
			Edit string `json:"edit" minLength:"1" maxLength:"40" doc:"the edit that was seen"`
		}
	}
	doing(s, op(http.MethodPut, "/api/bequests/{id}", "change-bequest", "Change what is known of a bequest"),
		func(ctx context.Context, in *changingBequest, by ledger.Sender) (ledger.Filed, error) {
			return l.ChangeBequest(ctx, in.ID, in.Body.Edit, in.Body.AccessionBody, by)
		})
	type listing struct {
		IDPath
		Doer
		Body struct {
			Cards []ledger.CardBody `json:"cards" minItems:"1" maxItems:"1000"`
		}
	}
	doing(s, withText(op(http.MethodPost, "/api/bequests/{id}/cards", "list-cards", "List cards of a bequest before they are described")),
		func(ctx context.Context, in *listing, by ledger.Sender) (ledger.Filed, error) {
			return l.ListCards(ctx, in.ID, in.Body.Cards, by)
		})
	handle(s, op(http.MethodGet, "/api/cards/{id}", "open-card", "A card of a bequest"),
		func(ctx context.Context, in *struct{ IDPath }) (*answer[ledger.Card], error) {
			c, err := l.Card(ctx, in.ID)
			return &answer[ledger.Card]{c}, err
		})
	type nextCard struct {
		Card int64 `json:"card" doc:"0 where none is left"`
	}
	handle(s, op(http.MethodGet, "/api/cards/{id}/next", "next-card", "The card to describe after one"),
		func(ctx context.Context, in *struct{ IDPath }) (*answer[nextCard], error) {
			n, err := l.NextCard(ctx, in.ID)
			return &answer[nextCard]{nextCard{n}}, err
		})
	type changingCard struct {
		IDPath
		Doer
		Body struct {
			ledger.CardBody
			Edit string `json:"edit" minLength:"1" maxLength:"40" doc:"the edit that was seen"`
			Out  bool   `json:"out,omitempty" doc:"take the card out of the list"`
		}
	}
	doing(s, op(http.MethodPut, "/api/cards/{id}", "change-card", "Change what is known of a card, or take it out of the list"),
		func(ctx context.Context, in *changingCard, by ledger.Sender) (ledger.Filed, error) {
			return l.ChangeCard(ctx, in.ID, in.Body.Edit, in.Body.CardBody, in.Body.Out, by)
		})
	type side struct {
		IDPath
		Doer
		Side    string `path:"side" enum:"front,back"`
		RawBody []byte `contentType:"application/octet-stream"`
	}
	picturing := slow(op(http.MethodPut, "/api/cards/{id}/{side}", "picture-card", "Give a side of a card its picture, a JPEG or a PNG; nothing takes it away"))
	picturing.MaxBodyBytes = picture.MostBytes + 1
	picturing.SkipValidateBody = true
	doing(s, picturing,
		func(ctx context.Context, in *side, by ledger.Sender) (ledger.Filed, error) {
			return l.SetPicture(ctx, in.ID, in.Side, in.RawBody, by)
		})
	type pictureFile struct {
		Type  string `header:"Content-Type"`
		Cache string `header:"Cache-Control"`
		Body  []byte
	}
	handle(s, op(http.MethodGet, "/api/pictures/{sha}", "open-picture", "A picture that is kept"),
		func(ctx context.Context, in *struct {
			SHA string `path:"sha" pattern:"^[0-9a-f]{64}$"`
		}) (*pictureFile, error) {
			p, err := l.Picture(ctx, in.SHA)
			return &pictureFile{p.Kind, "private, max-age=31536000, immutable", p.Bytes}, err
		})
	handle(s, op(http.MethodGet, "/api/numbers", "follow-number", "Where an old number leads"),
		func(ctx context.Context, in *struct {
			Number string `query:"number" minLength:"1" maxLength:"60" required:"true"`
		}) (*answer[ledger.Numbered], error) {
			n, err := l.Number(ctx, in.Number)
			return &answer[ledger.Numbered]{n}, err
		})
}
