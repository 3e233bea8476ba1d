package web

import (
	"context"
	"encoding/json"
	"log/slog"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"mothledger/core/dressing"
	"mothledger/ledger"
	"mothledger/store"
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
func deskOperations(api huma.API, op func(method, path, id, summary string) huma.Operation, l *ledger.Ledger, log *slog.Logger) {
	none := func(o huma.Operation) huma.Operation {
		o.DefaultStatus = http.StatusNoContent
		return o
	}

	type kept struct {
		Edit int64 `json:"edit" doc:"the edit that is kept"`
	}
	huma.Register(api, op(http.MethodPut, "/api/drafts/{id}", "save-draft", "Keep what stands on a desk"),
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
			n, err := l.SaveDraft(ctx, in.Seat, store.Draft{ID: in.ID, Folio: in.Body.Folio, Base: in.Body.Base, Edit: in.Body.Edit, Body: in.Body.Body})
			return &answer[kept]{kept{n}}, problem(ctx, log, err)
		})
	huma.Register(api, op(http.MethodGet, "/api/drafts", "list-drafts", "A seat's drafts, the newest first"),
		func(ctx context.Context, in *SeatNeeded) (*answer[[]store.Draft], error) {
			d, err := l.Drafts(ctx, in.Seat)
			return &answer[[]store.Draft]{d}, problem(ctx, log, err)
		})
	huma.Register(api, none(op(http.MethodDelete, "/api/drafts/{id}", "drop-draft", "Take a draft away")),
		func(ctx context.Context, in *struct {
			BatchPath
			SeatNeeded
		}) (*struct{}, error) {
			return nil, problem(ctx, log, l.DropDraft(ctx, in.Seat, in.ID))
		})

	huma.Register(api, op(http.MethodPost, "/api/undo", "undo", "Undo a seat's last deed"),
		func(ctx context.Context, in *struct {
			SeatNeeded
			Body struct {
				Deed int64 `json:"deed,omitempty" minimum:"0" doc:"this deed; absent for the last one"`
			}
		}) (*answer[ledger.Undone], error) {
			u, err := l.Undo(ctx, in.Seat, in.Body.Deed)
			return &answer[ledger.Undone]{u}, problem(ctx, log, err)
		})
	huma.Register(api, op(http.MethodGet, "/api/deeds", "list-deeds", "What a seat did last"),
		func(ctx context.Context, in *SeatNeeded) (*answer[[]store.Deed], error) {
			d, err := l.Deeds(ctx, in.Seat)
			return &answer[[]store.Deed]{d}, problem(ctx, log, err)
		})

	huma.Register(api, op(http.MethodGet, "/api/vocabulary", "list-vocabulary", "Words that the club taught its reader"),
		func(ctx context.Context, _ *struct{}) (*answer[[]store.Word], error) {
			v, err := l.Vocabulary(ctx)
			return &answer[[]store.Word]{v}, problem(ctx, log, err)
		})
	huma.Register(api, op(http.MethodPost, "/api/vocabulary", "teach", "Teach the reader a word, for every reading from now on"),
		func(ctx context.Context, in *struct {
			Seat
			Body dressing.Correction
		}) (*answer[Done], error) {
			d, err := l.Teach(ctx, in.Body, in.Seat.Seat)
			return &answer[Done]{Done{d}}, problem(ctx, log, err)
		})

	huma.Register(api, op(http.MethodPut, "/api/batches/{id}", "take-in", "Take in a file with many recipes; nothing is filed yet"),
		func(ctx context.Context, in *struct {
			BatchPath
			SeatNeeded
			Body struct {
				Name string `json:"name" maxLength:"300"`
				Text string `json:"text"`
			}
		}) (*answer[store.Batch], error) {
			b, err := l.TakeIn(ctx, in.ID, in.Body.Name, in.Body.Text, in.Seat)
			return &answer[store.Batch]{b}, problem(ctx, log, err)
		})
	huma.Register(api, op(http.MethodGet, "/api/batches", "list-batches", "A seat's batches, the newest first"),
		func(ctx context.Context, in *SeatNeeded) (*answer[[]store.Batch], error) {
			b, err := l.Batches(ctx, in.Seat)
			return &answer[[]store.Batch]{b}, problem(ctx, log, err)
		})
	huma.Register(api, op(http.MethodGet, "/api/batches/{id}", "open-batch", "A batch with its counts"),
		func(ctx context.Context, in *BatchPath) (*answer[store.Batch], error) {
			b, err := l.Batch(ctx, in.ID)
			return &answer[store.Batch]{b}, problem(ctx, log, err)
		})
	huma.Register(api, op(http.MethodGet, "/api/batches/{id}/items", "list-batch-items", "Recipes of a batch"),
		func(ctx context.Context, in *struct {
			BatchPath
			State string `query:"state" enum:"clean,look,filed,refused" doc:"absent for all"`
			After int    `query:"after" minimum:"0"`
			Limit int    `query:"limit" minimum:"1" maximum:"500" default:"100"`
		}) (*answer[[]store.Item], error) {
			items, err := l.Items(ctx, in.ID, in.State, in.After, in.Limit)
			return &answer[[]store.Item]{items}, problem(ctx, log, err)
		})
	huma.Register(api, op(http.MethodGet, "/api/batches/{id}/items/{position}", "open-batch-item", "One recipe of a batch with its text"),
		func(ctx context.Context, in *ItemPath) (*answer[store.Item], error) {
			i, err := l.Item(ctx, in.ID, in.Position)
			return &answer[store.Item]{i}, problem(ctx, log, err)
		})
	huma.Register(api, none(op(http.MethodPut, "/api/batches/{id}/items/{position}/folio", "filed-by-hand", "Say that a recipe of a batch was filed from the Desk")),
		func(ctx context.Context, in *struct {
			ItemPath
			Body struct {
				Folio int `json:"folio" minimum:"1" maximum:"2147483647"`
			}
		}) (*struct{}, error) {
			return nil, problem(ctx, log, l.FiledByHand(ctx, in.ID, in.Position, in.Body.Folio))
		})
	huma.Register(api, op(http.MethodPost, "/api/batches/{id}/filings", "file-some", "File some of the clean recipes of a batch"),
		func(ctx context.Context, in *struct {
			BatchPath
			Seat
			Body struct {
				Limit int `json:"limit" minimum:"1" maximum:"200"`
			}
		}) (*answer[ledger.Progress], error) {
			p, err := l.FileSome(ctx, in.ID, in.Body.Limit, in.Seat.Seat)
			return &answer[ledger.Progress]{p}, problem(ctx, log, err)
		})
	huma.Register(api, op(http.MethodPut, "/api/batches/{id}/stopped", "stop-batch", "Stop the filing of a batch, or let it go on"),
		func(ctx context.Context, in *struct {
			BatchPath
			Body struct {
				Stopped bool `json:"stopped"`
			}
		}) (*answer[store.Batch], error) {
			b, err := l.StopBatch(ctx, in.ID, in.Body.Stopped)
			return &answer[store.Batch]{b}, problem(ctx, log, err)
		})
	huma.Register(api, op(http.MethodPut, "/api/batches/{id}/withdrawal", "batch-back", "Take back all that a batch filed, or put it back"),
		func(ctx context.Context, in *struct {
			BatchPath
			Seat
			Body struct {
				Withdrawn bool `json:"withdrawn"`
			}
		}) (*answer[store.Batch], error) {
			b, err := l.BatchBack(ctx, in.ID, in.Body.Withdrawn, in.Seat.Seat)
			return &answer[store.Batch]{b}, problem(ctx, log, err)
		})
}
