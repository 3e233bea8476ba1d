package web

import (
	"context"
	"io"
	"net/http"
	"os"
	"strconv"

	"github.com/danielgtaylor/huma/v2"

	"mothledger/exchange/bag"
	"mothledger/ledger"
)

// journalOperations are the history of the ledger, and undoing.
func journalOperations(s server) {
	l := s.l
	handle(s, op(http.MethodGet, "/api/deeds", "list-deeds", "What was done, the newest first"),
		func(ctx context.Context, in *struct {
			Seat
			Mine   bool          `query:"mine" doc:"only what was done from this seat"`
			Kind   ledger.Kind   `query:"kind" doc:"absent for all"`
			Record ledger.Record `query:"record" doc:"what it is about; absent for all"`
			Of     string        `query:"of" maxLength:"200" doc:"which record: a folio, a hook's number, words, a question, a box"`
			Day    string        `query:"day" maxLength:"10" doc:"a day in UTC, such as 2026-05-31"`
			Before int64         `query:"before" minimum:"0" doc:"the deed from which to go back"`
			Limit  int           `query:"limit" minimum:"1" maximum:"100" default:"40"`
		}) (*answer[ledger.History], error) {
			f := ledger.Sought{Kind: in.Kind, Record: in.Record, Of: in.Of, Day: in.Day, Before: in.Before, Limit: in.Limit}
			if in.Mine {
				f.Seat = in.Seat.Seat
			}
			h, err := l.History(ctx, f)
			return &answer[ledger.History]{h}, err
		})
	handle(s, op(http.MethodGet, "/api/undoing", "rehearse-undo", "What an undo would do, without doing it"),
		func(ctx context.Context, in *struct {
			SeatNeeded
			Deed int64 `query:"deed" minimum:"0" doc:"this deed; absent for the seat's last one"`
		}) (*answer[ledger.Undoing], error) {
			u, err := l.Undoing(ctx, in.Deed, ledger.Sender{Seat: in.Seat})
			return &answer[ledger.Undoing]{u}, err
		})
	handle(s, slow(op(http.MethodGet, "/api/bag", "take-out", "The whole ledger, as a bag of files with checksums in a ZIP file")),
		func(ctx context.Context, _ *struct{}) (*huma.StreamResponse, error) {
			f, err := os.CreateTemp("", "moth-ledger-*.zip")
			if err != nil {
				return nil, err
			}
			gone := func() { _ = f.Close(); _ = os.Remove(f.Name()) }
			if err := l.TakeOut(ctx, bag.Zip(f)); err != nil {
				gone()
				return nil, err
			}
			size, err := f.Seek(0, io.SeekCurrent)
			if err == nil {
				_, err = f.Seek(0, io.SeekStart)
			}
			if err != nil {
				gone()
				return nil, err
			}
			return &huma.StreamResponse{Body: func(c huma.Context) {
				defer gone()
				c.SetHeader("Content-Type", "application/zip")
				c.SetHeader("Content-Disposition", `attachment; filename="moth-ledger.zip"`)
				c.SetHeader("Content-Length", strconv.FormatInt(size, 10))
				_, _ = io.Copy(c.BodyWriter(), f)
			}}, nil
		})
	handle(s, slow(op(http.MethodPost, "/api/undo", "undo", "Undo a seat's last deed, or any one")),
		func(ctx context.Context, in *struct {
			SeatNeeded
			Key  string `header:"Idempotency-Key" maxLength:"100" doc:"the same for every sending of one undo"`
			Body struct {
				Deed int64 `json:"deed,omitempty" minimum:"0" doc:"this deed; absent for the last one"`
			}
		}) (*answer[ledger.Undone], error) {
			by, err := Doer{Seat{in.Seat}, in.Key}.by()
			if err != nil {
				return nil, err
			}
			u, err := l.Undo(ctx, in.Body.Deed, by)
			return &answer[ledger.Undone]{u}, err
		})
}
