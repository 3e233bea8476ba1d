package web

import (
	"context"
	"encoding/json"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"mothledger/ledger"
)

// SeatNeeded is a seat that has to be named.
type SeatNeeded struct {
	Seat string `header:"Seat" required:"true" minLength:"8" maxLength:"100" doc:"one browser"`
}

// BatchPath names a batch by the id that its sender chose.
type BatchPath struct {
	ID string `path:"id" format:"uuid"`
}

// ItemPath names one recipe of a batch.
type ItemPath struct {
	BatchPath
	Position int `path:"position" minimum:"1" maximum:"100000"`
}

// deskOperations are what an archivist's desk needs beside filing: drafts, the
// vocabulary, undo, and files with many recipes.
func deskOperations(s server) {
	l := s.l
	none := func(o huma.Operation) huma.Operation { return status(o, http.StatusNoContent) }

	type kept struct {
		Edit int64 `json:"edit" doc:"the edit that is kept"`
	}
	handle(s, withText(op(http.MethodPut, "/api/drafts/{id}", "save-draft", "Keep what stands on a desk")),
		func(ctx context.Context, in *struct {
			BatchPath
			SeatNeeded
			Body struct {
				Folio *int            `json:"folio,omitempty" minimum:"1" maximum:"2147483647"`
				Base  *int            `json:"base,omitempty" minimum:"1" maximum:"1000000"`
				Edit  int64           `json:"edit" minimum:"0"`
				Body  json.RawMessage `json:"body"`
			}
		}) (*answer[kept], error) {
			n, err := l.SaveDraft(ctx, in.Seat, ledger.Draft{ID: in.ID, Folio: in.Body.Folio, Base: in.Body.Base, Edit: in.Body.Edit, Body: in.Body.Body})
			return &answer[kept]{kept{n}}, err
		})
	handle(s, op(http.MethodGet, "/api/drafts", "list-drafts", "A seat's drafts, the newest first"),
		func(ctx context.Context, in *SeatNeeded) (*answer[[]ledger.Draft], error) {
			d, err := l.Drafts(ctx, in.Seat)
			return &answer[[]ledger.Draft]{d}, err
		})
	handle(s, none(op(http.MethodDelete, "/api/drafts/{id}", "drop-draft", "Take a draft away")),
		func(ctx context.Context, in *struct {
			BatchPath
			SeatNeeded
		}) (*struct{}, error) {
			return nil, l.DropDraft(ctx, in.Seat, in.ID)
		})

	handle(s, withText(op(http.MethodPut, "/api/batches/{id}", "take-in", "Take in a file with many recipes; nothing is filed yet")),
		func(ctx context.Context, in *struct {
			BatchPath
			SeatNeeded
			Body struct {
				Name string `json:"name" maxLength:"300"`
				Text string `json:"text"`
			}
		}) (*answer[ledger.Batch], error) {
			b, err := l.TakeIn(ctx, in.ID, in.Body.Name, in.Body.Text, ledger.Sender{Seat: in.Seat})
			return &answer[ledger.Batch]{b}, err
		})
	handle(s, op(http.MethodGet, "/api/batches", "list-batches", "A seat's batches, the newest first"),
		func(ctx context.Context, in *SeatNeeded) (*answer[[]ledger.Batch], error) {
			b, err := l.Batches(ctx, in.Seat)
			return &answer[[]ledger.Batch]{b}, err
		})
	handle(s, op(http.MethodGet, "/api/batches/{id}", "open-batch", "A batch with its counts"),
		func(ctx context.Context, in *BatchPath) (*answer[ledger.Batch], error) {
			b, err := l.Batch(ctx, in.ID)
			return &answer[ledger.Batch]{b}, err
		})
	handle(s, op(http.MethodGet, "/api/batches/{id}/items", "list-batch-items", "Recipes of a batch"),
		func(ctx context.Context, in *struct {
			BatchPath
			State ledger.ItemState `query:"state" doc:"absent for all"`
			After int              `query:"after" minimum:"0" maximum:"2147483647"`
			Limit int              `query:"limit" minimum:"1" maximum:"500" default:"100"`
		}) (*answer[[]ledger.Item], error) {
			items, err := l.Items(ctx, in.ID, in.State, in.After, in.Limit)
			return &answer[[]ledger.Item]{items}, err
		})
	handle(s, op(http.MethodGet, "/api/batches/{id}/items/{position}", "open-batch-item", "One recipe of a batch with its text"),
		func(ctx context.Context, in *ItemPath) (*answer[ledger.Item], error) {
			i, err := l.Item(ctx, in.ID, in.Position)
			return &answer[ledger.Item]{i}, err
		})
	handle(s, slow(op(http.MethodPost, "/api/batches/{id}/filings", "file-some", "File some of the clean recipes of a batch")),
		func(ctx context.Context, in *struct {
			BatchPath
			Seat
			Body struct {
				Limit int `json:"limit" minimum:"1" maximum:"200"`
			}
		}) (*answer[ledger.Progress], error) {
			p, err := l.FileSome(ctx, in.ID, in.Body.Limit, ledger.Sender{Seat: in.Seat.Seat})
			return &answer[ledger.Progress]{p}, err
		})
	handle(s, op(http.MethodPut, "/api/batches/{id}/stopped", "stop-batch", "Stop the filing of a batch, or let it go on"),
		func(ctx context.Context, in *struct {
			BatchPath
			Seat
			Body struct {
				Stopped bool `json:"stopped"`
			}
		}) (*answer[ledger.Batch], error) {
			b, err := l.StopBatch(ctx, in.ID, in.Body.Stopped, ledger.Sender{Seat: in.Seat.Seat})
			return &answer[ledger.Batch]{b}, err
		})
	handle(s, slow(op(http.MethodPut, "/api/batches/{id}/withdrawal", "batch-back", "Take back all that a batch filed, or put it back")),
		func(ctx context.Context, in *struct {
			BatchPath
			Seat
			Body struct {
				Withdrawn bool `json:"withdrawn"`
			}
		}) (*answer[ledger.Batch], error) {
			b, err := l.BatchBack(ctx, in.ID, in.Body.Withdrawn, ledger.Sender{Seat: in.Seat.Seat})
			return &answer[ledger.Batch]{b}, err
		})
}
