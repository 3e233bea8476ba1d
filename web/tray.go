package web

import (
	"context"
	"net/http"

	"mothledger/ledger"
)

// TrayPath names a tray.
type TrayPath struct {
	ID int64 `path:"tray" minimum:"1" maximum:"9007199254740991"`
}

// Made is a tray that was made.
type Made struct {
	Tray int64 `json:"tray"`
	Done
}

// trayOperations are the trays: named lists of dressings with a note at each.
func trayOperations(s server) {
	l := s.l
	handle(s, op(http.MethodGet, "/api/trays", "list-trays", "The trays that are out, by name"),
		func(ctx context.Context, in *struct {
			Folio int `query:"folio" minimum:"0" maximum:"2147483647" doc:"only those that hold this dressing"`
		}) (*answer[[]ledger.Tray], error) {
			t, err := l.Trays(ctx, in.Folio)
			return &answer[[]ledger.Tray]{t}, err
		})
	handle(s, op(http.MethodGet, "/api/trays/{tray}", "open-tray", "A tray with its dressings, drawn on the hook in the vice"),
		func(ctx context.Context, in *struct {
			Vice
			TrayPath
		}) (*answer[ledger.Tray], error) {
			t, err := l.OpenTray(ctx, in.ID, in.ledger())
			return &answer[ledger.Tray]{t}, err
		})
	handle(s, withText(status(op(http.MethodPost, "/api/trays", "make-tray", "Make a tray"), http.StatusCreated)),
		func(ctx context.Context, in *struct {
			Sender
			Body ledger.TrayBody
		}) (*answer[Made], error) {
			id, d, err := l.MakeTray(ctx, in.Body, in.ledger())
			return &answer[Made]{Made{id, Done{d.Deed}}}, err
		})
	handle(s, withText(op(http.MethodPut, "/api/trays/{tray}", "change-tray", "Let a tray hold something else: another name, other notes, another order")),
		func(ctx context.Context, in *struct {
			TrayPath
			Doer
			Body struct {
				ledger.TrayBody
				Edit int `json:"edit" minimum:"1" doc:"the edit that was seen"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.ChangeTray(ctx, in.ID, in.Body.Edit, in.Body.TrayBody, by))
		})
	handle(s, op(http.MethodPost, "/api/trays/{tray}/dressings", "lay-in-tray", "Lay dressings in a tray, behind those that lie there"),
		func(ctx context.Context, in *struct {
			TrayPath
			Doer
			Body struct {
				Folios []int `json:"folios" minItems:"1" maxItems:"500"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.LayIn(ctx, in.ID, in.Body.Folios, by))
		})
	handle(s, op(http.MethodPut, "/api/trays/{tray}/away", "put-tray-away", "Put a tray away, or take it out again"),
		func(ctx context.Context, in *struct {
			TrayPath
			Doer
			Body struct {
				Away bool `json:"away"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.PutTrayAway(ctx, in.ID, in.Body.Away, by))
		})
}
