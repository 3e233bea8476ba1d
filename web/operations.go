package web

import (
	"context"
	"log/slog"
	"math"
	"net/http"
	"reflect"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"mothledger/core/descent"
	"mothledger/core/reading"
	"mothledger/ledger"
)

// Vice is the hook that the screen is measured on.
type Vice struct {
	Size  string `query:"size" maxLength:"5" doc:"hook size, such as 12 or 1/0; absent for the hook that the dressing names"`
	Shank string `query:"shank" maxLength:"10" doc:"shank code: standard, 2XL, 1XS; absent for the one that the dressing names"`
	Hook  int64  `query:"hook" minimum:"0" doc:"one of the club's measured hooks; it wins over size and shank"`
	Fill  bool   `query:"fill" doc:"fill in what a dressing is silent about, by the schools; always marked as assumed"`
}

func (v Vice) ledger() ledger.Vice {
	return ledger.Vice{Size: v.Size, Shank: v.Shank, Hook: v.Hook, Fill: v.Fill}
}

type answer[T any] struct{ Body T }

// tagged is an answer with the revision as its ETag.
type tagged[T any] struct {
	ETag string `header:"ETag"`
	Body T
}

func tag(revision int) string { return `"` + strconv.Itoa(revision) + `"` }

// FolioPath names a dressing.
type FolioPath struct {
	Folio int `path:"folio" minimum:"1" maximum:"2147483647"`
}

// Seat is one browser, for the journal of what it did.
type Seat struct {
	Seat string `header:"Seat" maxLength:"100" doc:"one browser; what it does can be undone from there"`
}

// Sender is who sends something that must count once.
type Sender struct {
	Seat
	Key string `header:"Idempotency-Key" required:"true" minLength:"8" maxLength:"100" doc:"the same for every sending of one request"`
}

func (s Sender) ledger() ledger.Sender { return ledger.Sender{Seat: s.Seat.Seat, Key: s.Key} }

// Doer is who does something; with a key the same sent twice counts once.
type Doer struct {
	Seat
	Key string `header:"Idempotency-Key" maxLength:"100" doc:"the same for every sending of one request; absent where sending it twice does no harm"`
}

func (d Doer) by() (ledger.Sender, error) {
	if d.Key != "" && len(d.Key) < 8 {
		return ledger.Sender{}, huma.Error422UnprocessableEntity("the key is too short", &huma.ErrorDetail{Message: "expected at least 8 letters", Location: "header.Idempotency-Key"})
	}
	return ledger.Sender{Seat: d.Seat.Seat, Key: d.Key}, nil
}

// Match is the revision that an edit starts from.
type Match struct {
	IfMatch string `header:"If-Match" required:"true" maxLength:"20" doc:"the ETag of the revision that the edit starts from"`
}

func (m Match) revision() (int, error) {
	n, err := strconv.Atoi(strings.Trim(strings.TrimPrefix(m.IfMatch, "W/"), `"`))
	if err != nil || n < 1 || n > math.MaxInt32 {
		return 0, huma.Error422UnprocessableEntity("If-Match is no revision", &huma.ErrorDetail{Message: "expected the ETag of a folio, such as \"3\"", Location: "header.If-Match"})
	}
	return n, nil
}

// Done is a deed that can be undone; 0 where nothing was changed.
type Done struct {
	Deed int64 `json:"deed"`
}

func done(f ledger.Filed, err error) (*answer[Done], error) {
	return &answer[Done]{Done{f.Deed}}, err
}

// FilingBody is a dressing handed in, or the next revision of one. In a revision, what is
// absent stays as it is.
type FilingBody struct {
	Text        string               `json:"text" doc:"the dressing in the trade's own words; may be empty where the title is given"`
	Title       string               `json:"title,omitempty"`
	Tier        string               `json:"tier,omitempty"`
	Originator  string               `json:"originator,omitempty"`
	Source      string               `json:"source,omitempty"`
	Page        string               `json:"page,omitempty"`
	Date        string               `json:"date,omitempty" doc:"as it is written; one that cannot be told is kept all the same"`
	Reason      string               `json:"reason,omitempty" doc:"why this version was made"`
	Parents     []ledger.Parent      `json:"parents,omitempty" maxItems:"8" doc:"all that it descends from; absent for those that the text names, and in a revision also those that are linked"`
	Why         string               `json:"why,omitempty" doc:"why it is revised"`
	Corrections []reading.Correction `json:"corrections,omitempty" maxItems:"200"`
	Settlements []ledger.Settlement  `json:"settlements,omitempty" maxItems:"50"`
	Cleared     []ledger.Field       `json:"cleared,omitempty" maxItems:"7" doc:"fields that are taken away"`
	From        *ledger.BoxItem      `json:"from,omitempty" doc:"the recipe of a card box that is filed"`
	Place       *ledger.PlaceBody    `json:"place,omitempty" doc:"the pattern that it shall stand in; absent to leave that to its parents"`
	Card        int64                `json:"card,omitempty" minimum:"0" maximum:"9007199254740991" doc:"the card of a bequest that is described"`
}

func (b FilingBody) filing() ledger.Filing { return ledger.Filing(b) }

// StaleProblem is the answer to an edit that started from an old revision: what
// the other changed, and both versions line by line.
type StaleProblem struct {
	huma.ErrorModel
	Stale ledger.Stale `json:"stale"`
}

// stale adds the answer 412 to an operation's description.
func stale(api huma.API, o *huma.Operation) {
	schema := api.OpenAPI().Components.Schemas.Schema(reflect.TypeFor[StaleProblem](), true, "StaleProblem")
	o.Responses = map[string]*huma.Response{"412": {Description: "Somebody else revised it first", Content: map[string]*huma.MediaType{"application/problem+json": {Schema: schema}}}}
}

func operations(api huma.API, l *ledger.Ledger, log *slog.Logger) {
	s := server{api, l, log}
	handle(s, op(http.MethodGet, "/api/dressings", "find-dressings", "List and find dressings"),
		func(ctx context.Context, in *struct {
			Vice
			Query string       `query:"q" maxLength:"200" doc:"what is asked: words, tail: wood duck, 1930s, by Pell, in \"Dusk and After\", size 14, variant of Candle Sedge, or several of them"`
			By    ledger.Order `query:"sort" doc:"what the list is sorted by; absent for the folio"`
			Down  bool         `query:"down" doc:"from the last to the first"`
			After string       `query:"after" maxLength:"2000" doc:"the next of the page before"`
			Limit int          `query:"limit" minimum:"1" maximum:"100" default:"40"`
		}) (*answer[ledger.Page], error) {
			p, err := l.Find(ctx, ledger.Listing{Question: in.Query, By: in.By, Down: in.Down, After: in.After}, in.Limit, in.ledger())
			return &answer[ledger.Page]{p}, err
		})

	handle(s, op(http.MethodGet, "/api/sheet", "various-dressings", "Dressings that look as different as can be, for a sheet of drawings"),
		func(ctx context.Context, in *struct {
			Vice
			Flies int `query:"flies" minimum:"1" maximum:"24" default:"12"`
		}) (*answer[ledger.Page], error) {
			p, err := l.Various(ctx, in.Flies, in.ledger())
			return &answer[ledger.Page]{p}, err
		})

	handle(s, op(http.MethodGet, "/api/dressings/{folio}", "open-folio", "One dressing on a hook, with its family and its revisions"),
		func(ctx context.Context, in *struct {
			Vice
			FolioPath
			Revision int `query:"revision" minimum:"0" maximum:"1000000" doc:"an older revision; absent for the newest"`
		}) (*tagged[ledger.Folio], error) {
			f, err := l.Open(ctx, in.Folio, in.Revision, in.ledger())
			return &tagged[ledger.Folio]{tag(f.Entry.Revision), f}, err
		})

	handle(s, withText(status(op(http.MethodPost, "/api/dressings", "file-dressing", "File a dressing"), http.StatusCreated)),
		func(ctx context.Context, in *struct {
			Sender
			Body FilingBody
		}) (*tagged[ledger.Filed], error) {
			f, err := l.File(ctx, in.Body.filing(), in.ledger())
			return &tagged[ledger.Filed]{tag(f.Revision), f}, err
		})

	revise := withText(status(op(http.MethodPost, "/api/dressings/{folio}/revisions", "revise-dressing", "File the next revision of a dressing"), http.StatusCreated))
	stale(api, &revise)
	handle(s, revise,
		func(ctx context.Context, in *struct {
			FolioPath
			Sender
			Match
			Body FilingBody
		}) (*tagged[ledger.Filed], error) {
			base, err := in.revision()
			if err != nil {
				return nil, err
			}
			f, err := l.Revise(ctx, in.Folio, base, in.Body.filing(), in.ledger())
			return &tagged[ledger.Filed]{tag(f.Revision), f}, err
		})

	restore := status(op(http.MethodPost, "/api/dressings/{folio}/restorations", "restore-revision", "File an older revision again as the newest"), http.StatusCreated)
	stale(api, &restore)
	handle(s, restore,
		func(ctx context.Context, in *struct {
			FolioPath
			Sender
			Match
			Body struct {
				Revision int `json:"revision" minimum:"1" maximum:"1000000"`
			}
		}) (*tagged[ledger.Filed], error) {
			base, err := in.revision()
			if err != nil {
				return nil, err
			}
			f, err := l.Restore(ctx, in.Folio, base, in.Body.Revision, in.ledger())
			return &tagged[ledger.Filed]{tag(f.Revision), f}, err
		})

	handle(s, op(http.MethodPost, "/api/dressings/{folio}/parents", "link-parent", "Make a filed dressing descend from another, change how or why, or take the link away"),
		func(ctx context.Context, in *struct {
			FolioPath
			Doer
			Body struct {
				Parent int          `json:"parent" minimum:"1" maximum:"2147483647" doc:"the parent's folio"`
				Kind   descent.Kind `json:"kind,omitempty" doc:"how it descends from it; absent for “variant of”, and with off for any"`
				Was    descent.Kind `json:"was,omitempty" doc:"the kind of the link that is changed"`
				Reason *string      `json:"reason,omitempty" maxLength:"4000" doc:"why that is said; absent to leave what is said"`
				Off    bool         `json:"off,omitempty" doc:"take the link away"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			b := in.Body
			return done(l.Link(ctx, in.Folio, ledger.Relink{Parent: ledger.Parent{Folio: b.Parent, Kind: b.Kind}, Reason: b.Reason, Was: b.Was, Off: b.Off}, by))
		})

	handle(s, op(http.MethodPut, "/api/dressings/{folio}/withdrawal", "withdraw-dressing", "Take a dressing back, or put it back"),
		func(ctx context.Context, in *struct {
			FolioPath
			Doer
			Body struct {
				Withdrawn bool   `json:"withdrawn"`
				LeadsTo   int    `json:"leadsTo,omitempty" minimum:"0" maximum:"2147483647" doc:"the folio that its number leads on to from then on"`
				Why       string `json:"why,omitempty" maxLength:"1000"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.Withdraw(ctx, in.Folio, in.Body.Withdrawn, in.Body.LeadsTo, in.Body.Why, by))
		})

	handle(s, withText(op(http.MethodPost, "/api/readings", "read-text", "Read a text without filing it")),
		func(ctx context.Context, in *struct {
			Vice
			Body struct {
				FilingBody
				Folio int `json:"folio,omitempty" minimum:"0" maximum:"2147483647" doc:"the dressing that would be revised; absent for a new one"`
				Base  int `json:"base,omitempty" minimum:"0" maximum:"1000000" doc:"the revision that it would start from"`
			}
		}) (*answer[ledger.Read], error) {
			r, err := l.Read(ctx, in.Body.filing(), in.Body.Folio, in.Body.Base, in.ledger())
			return &answer[ledger.Read]{r}, err
		})

	handle(s, op(http.MethodGet, "/api/spreads/{parent}/{variant}", "open-spread", "A variant beside its parent, or two revisions of one dressing, on one hook"),
		func(ctx context.Context, in *struct {
			Vice
			Parent          int `path:"parent" minimum:"1" maximum:"2147483647"`
			Variant         int `path:"variant" minimum:"1" maximum:"2147483647"`
			ParentRevision  int `query:"parentRevision" minimum:"0" maximum:"1000000"`
			VariantRevision int `query:"variantRevision" minimum:"0" maximum:"1000000"`
		}) (*answer[ledger.Spread], error) {
			s, err := l.Compare(ctx, ledger.Leaf{Folio: in.Parent, Revision: in.ParentRevision}, ledger.Leaf{Folio: in.Variant, Revision: in.VariantRevision}, in.ledger())
			return &answer[ledger.Spread]{s}, err
		})

	handle(s, op(http.MethodGet, "/api/choices/{of}", "list-choices", "People, sources or dressings for what was typed, the nearest spelling first"),
		func(ctx context.Context, in *struct {
			Vice
			Of    string `path:"of" enum:"people,sources,dressings"`
			Typed string `query:"q" maxLength:"200"`
		}) (*answer[ledger.Choices], error) {
			c, err := l.Offer(ctx, in.Of, in.Typed, in.ledger())
			return &answer[ledger.Choices]{c}, err
		})

	handle(s, op(http.MethodGet, "/api/indexes/{of}", "open-index", "A stretch of an index of the ledger"),
		func(ctx context.Context, in *struct {
			Of    ledger.Index `path:"of"`
			Part  string       `query:"part" maxLength:"100" doc:"the part whose materials are listed"`
			Begin string       `query:"begin" maxLength:"100" doc:"the letters that names begin with"`
			After string       `query:"after" maxLength:"1000" doc:"the next of the stretch before"`
		}) (*answer[ledger.IndexPage], error) {
			p, err := l.IndexOf(ctx, in.Of, in.Part, in.Begin, in.After)
			return &answer[ledger.IndexPage]{p}, err
		})

	handle(s, op(http.MethodGet, "/api/indexes/{of}/entry", "open-entry", "The head of the page of a person, a book, a decade, a hook size, a part"),
		func(ctx context.Context, in *struct {
			Of   ledger.Index `path:"of"`
			Name string       `query:"name" required:"true" maxLength:"400"`
			Part string       `query:"part" maxLength:"100"`
		}) (*answer[ledger.About], error) {
			a, err := l.About(ctx, in.Of, in.Name, in.Part)
			return &answer[ledger.About]{a}, err
		})
	deskOperations(s)
	journalOperations(s)
	benchOperations(s)
	trayOperations(s)
	evidenceOperations(s)
	wordOperations(s)
	cabinetOperations(s)
}
