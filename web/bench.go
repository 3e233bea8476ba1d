package web

import (
	"context"
	"net/http"

	"mothledger/core/measure"
	"mothledger/ledger"
)

// HookBody is a measured hook handed in.
type HookBody struct {
	Name    string  `json:"name" maxLength:"100"`
	Size    string  `json:"size" maxLength:"5" doc:"the maker's size"`
	Style   string  `json:"style,omitempty" enum:"dry,wet,nymph,curved,jig,streamer,salmon,emerger"`
	Eye     string  `json:"eye,omitempty" enum:"up,down,straight,half-raised,jig"`
	ShankMM float64 `json:"shankMM" exclusiveMinimum:"0" maximum:"150" doc:"behind the eye to where the bend begins, in mm"`
	GapeMM  float64 `json:"gapeMM" exclusiveMinimum:"0" maximum:"80" doc:"shank to point, in mm"`
	EyeMM   float64 `json:"eyeMM,omitempty" minimum:"0" maximum:"15" doc:"length of the eye, in mm; absent where it was not measured"`
	WireMM  float64 `json:"wireMM,omitempty" minimum:"0" maximum:"8" doc:"thickness of the wire, in mm; absent where it was not measured"`
}

// Choice is a school on a question.
type Choice struct {
	Question string `json:"question" maxLength:"60"`
	School   string `json:"school" maxLength:"60" doc:"empty to take the choice away"`
}

// benchOperations are the sums, the advice, the hooks and the schools.
func benchOperations(s server) {
	l := s.l
	handle(s, op(http.MethodGet, "/api/dressings/{folio}/workings", "open-workings", "The shank budget, the winding sums, the order of tying and the advice"),
		func(ctx context.Context, in *struct {
			Vice
			FolioPath
		}) (*answer[ledger.Workings], error) {
			w, err := l.Workings(ctx, in.Folio, in.ledger())
			return &answer[ledger.Workings]{w}, err
		})
	handle(s, op(http.MethodGet, "/api/dressings/{folio}/sizes", "open-sizes", "A dressing on every size of its range"),
		func(ctx context.Context, in *struct {
			Vice
			FolioPath
		}) (*answer[ledger.SizeTable], error) {
			t, err := l.Sizes(ctx, in.Folio, in.ledger())
			return &answer[ledger.SizeTable]{t}, err
		})
	handle(s, op(http.MethodGet, "/api/rereadings", "list-rereadings", "What today's reader would read otherwise than the one that read it"),
		func(ctx context.Context, in *struct {
			After int `query:"after" minimum:"0" doc:"the folio to go on after"`
			Limit int `query:"limit" minimum:"1" maximum:"200" default:"50"`
		}) (*answer[ledger.Rereadings], error) {
			r, err := l.Rereadings(ctx, in.After, in.Limit)
			return &answer[ledger.Rereadings]{r}, err
		})
	handle(s, slow(op(http.MethodPost, "/api/rereadings", "read-anew", "File as next revisions what today's reader makes of dressings, in one deed")),
		func(ctx context.Context, in *struct {
			Doer
			Body struct {
				Folios []int `json:"folios,omitempty" maxItems:"2000" doc:"which; none with all"`
				All    bool  `json:"all,omitempty" doc:"all that are offered, up to 2,000 a deed"`
			}
		}) (*answer[ledger.ReadAgain], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			r, err := l.ReadAnew(ctx, in.Body.Folios, in.Body.All, by)
			return &answer[ledger.ReadAgain]{r}, err
		})
	handle(s, op(http.MethodPut, "/api/dressings/{folio}/dismissals", "dismiss-advice", "Put a piece of advice aside with a note, or take it up again"),
		func(ctx context.Context, in *struct {
			FolioPath
			Doer
			Body struct {
				Code string `json:"code" minLength:"1" maxLength:"60"`
				Role string `json:"role,omitempty" maxLength:"100"`
				Note string `json:"note,omitempty" maxLength:"1000" doc:"why; empty to take it up again"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.Dismiss(ctx, in.Folio, ledger.Dismissal{Code: in.Body.Code, Role: in.Body.Role, Note: in.Body.Note}, by))
		})

	handle(s, op(http.MethodPut, "/api/dressings/{folio}/order", "reorder", "Keep another order of tying, or be told what is impossible"),
		func(ctx context.Context, in *struct {
			FolioPath
			Doer
			Body struct {
				Places []int `json:"places" maxItems:"300" doc:"places of the derived steps; none for the derived order"`
			}
		}) (*answer[ledger.Ordered], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			o, err := l.Reorder(ctx, in.Folio, in.Body.Places, by)
			return &answer[ledger.Ordered]{o}, err
		})

	handle(s, op(http.MethodGet, "/api/words", "list-words", "The lists by which hedges and places are read"),
		func(context.Context, *struct{}) (*answer[[]measure.Table], error) {
			return &answer[[]measure.Table]{measure.Tables()}, nil
		})

	handle(s, op(http.MethodGet, "/api/hooks", "list-hooks", "The club's measured hooks beside the generic scale"),
		func(ctx context.Context, _ *struct{}) (*answer[[]ledger.HookEntry], error) {
			h, err := l.Hooks(ctx)
			return &answer[[]ledger.HookEntry]{h}, err
		})
	handle(s, status(op(http.MethodPost, "/api/hooks", "add-hook", "Keep a measured hook"), http.StatusCreated),
		func(ctx context.Context, in *struct {
			Doer
			Body HookBody
		}) (*answer[ledger.HookEntry], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			b := in.Body
			h, err := l.AddHook(ctx, ledger.MeasuredHook{Name: b.Name, Size: b.Size, Style: b.Style, Eye: b.Eye, ShankMM: b.ShankMM, GapeMM: b.GapeMM, EyeMM: b.EyeMM, WireMM: b.WireMM}, by)
			return &answer[ledger.HookEntry]{h}, err
		})
	handle(s, op(http.MethodPut, "/api/hooks/{id}/retired", "retire-hook", "Take a measured hook out of the list, or put it back"),
		func(ctx context.Context, in *struct {
			Doer
			ID   int64 `path:"id" minimum:"1"`
			Body struct {
				Retired bool `json:"retired"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.RetireHook(ctx, in.ID, in.Body.Retired, by))
		})

	handle(s, op(http.MethodGet, "/api/schools", "list-schools", "The questions on which tiers differ, with the schools chosen"),
		func(ctx context.Context, in *struct {
			Folio int `query:"folio" minimum:"0" maximum:"2147483647" doc:"one dressing; absent for the club"`
		}) (*answer[ledger.Schools], error) {
			s, err := l.Schools(ctx, in.Folio)
			return &answer[ledger.Schools]{s}, err
		})
	handle(s, op(http.MethodPut, "/api/schools", "choose-school", "Choose a school for the club, or for one dressing"),
		func(ctx context.Context, in *struct {
			Doer
			Folio int `query:"folio" minimum:"0" maximum:"2147483647" doc:"one dressing; absent for the club"`
			Body  Choice
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.Choose(ctx, in.Folio, in.Body.Question, in.Body.School, by))
		})
}
