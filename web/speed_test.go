package web_test

import (
	"context"
	"database/sql"
	"fmt"
	"io"
	"net/http"
	"slices"
	"sync"
	"testing"
	"time"

	"mothledger/demo/families"
	"mothledger/ledger"
	"mothledger/web/webtest"
)

// fillWith files n made-up dressings and gives the folio of a parent with many
// variants and one of its variants.
func fillWith(b *testing.B, l *ledger.Ledger, n int) (parent, variant int) {
	b.Helper()
	flies := families.Make(n)
	folios := make([]int, n)
	count := make([]int, n)
	put := func(i int) {
		f := ledger.Filing{Text: flies[i].Text}
		if p := flies[i].Parent; p >= 0 {
			f.Parents = []ledger.Parent{{Folio: folios[p]}}
		}
		filed, err := l.File(context.Background(), f, ledger.Sender{})
		if err != nil {
			b.Error(err)
		}
		folios[i] = filed.Folio
	}
	for i, f := range flies { // parents first
		if f.Parent < 0 {
			put(i)
		} else {
			count[f.Parent]++
		}
	}
	work := make(chan int)
	var wg sync.WaitGroup
	for range 6 {
		wg.Go(func() {
			for i := range work {
				put(i)
			}
		})
	}
	for i, f := range flies {
		if f.Parent >= 0 {
			work <- i
		}
	}
	close(work)
	wg.Wait()
	// a family of the same size in a small and a large ledger: 5 variants
	for i := range flies {
		if count[i] == 5 {
			for j, f := range flies {
				if f.Parent == i {
					return folios[i], folios[j]
				}
			}
		}
	}
	b.Fatal("no family of five")
	return 0, 0
}

// median of many runs, in seconds.
func median(n int, f func()) float64 {
	f()
	times := make([]float64, n)
	for i := range times {
		t := time.Now()
		f()
		times[i] = time.Since(t).Seconds()
	}
	slices.Sort(times)
	return times[n/2]
}

// overHTTP gives the median time of a request, in seconds.
func overHTTP(b *testing.B, runs int, path string) float64 {
	b.Helper()
	return median(runs, func() {
		req, _ := http.NewRequest(http.MethodGet, path, nil)
		req.Header.Set("Accept-Encoding", "identity") // loopback: not the packing is measured
		r, err := http.DefaultClient.Do(req)
		if err != nil {
			b.Fatal(err)
		}
		_, _ = io.Copy(io.Discard, r.Body)
		_ = r.Body.Close()
		if r.StatusCode != 200 {
			b.Fatal(path, r.Status)
		}
	})
}

// BenchmarkRequests gives, for each screen, the time of a request over HTTP as a
// multiple of its own queries and core work on the same pool, and its time at
// 20,000 dressings as a multiple of that at 30. Both ratios are of medians taken
// in one run.
func BenchmarkRequests(b *testing.B) {
	const runs = 120
	type screen struct {
		name string
		path func(parent, variant int) string
		own  func(l *ledger.Ledger, parent, variant int) error
	}
	ctx := context.Background()
	screens := []screen{
		{"Folio", func(p, _ int) string { return fmt.Sprintf("/api/dressings/%d", p) }, func(l *ledger.Ledger, p, _ int) error {
			_, err := l.Open(ctx, p, 0, ledger.Vice{})
			return err
		}},
		{"Spread", func(p, v int) string { return fmt.Sprintf("/api/spreads/%d/%d", p, v) }, func(l *ledger.Ledger, p, v int) error {
			_, err := l.Compare(ctx, ledger.Leaf{Folio: p}, ledger.Leaf{Folio: v}, ledger.Vice{})
			return err
		}},
		{"Ledger", func(int, int) string { return "/api/dressings?limit=25" }, func(l *ledger.Ledger, _, _ int) error {
			_, err := l.Find(ctx, ledger.Listing{}, 25, ledger.Vice{})
			return err
		}},
		{"Search", func(int, int) string { return "/api/dressings?limit=25&q=claret+quern" }, func(l *ledger.Ledger, _, _ int) error {
			_, err := l.Find(ctx, ledger.Listing{Question: "claret quern"}, 25, ledger.Vice{})
			return err
		}},
	}
	request := make(map[string][2]float64)
	for size, n := range []int{30, 20000} {
		srv := webtest.Serve(b, nil, false)
		url, l := srv.URL, ledger.New(srv.Store)
		parent, variant := fillWith(b, l, n)
		analyse(b, srv.Owner)
		for _, sc := range screens {
			path := url + sc.path(parent, variant)
			over := overHTTP(b, runs, path)
			own := median(runs, func() {
				if err := sc.own(l, parent, variant); err != nil {
					b.Fatal(err)
				}
			})
			r := request[sc.name]
			r[size] = over
			request[sc.name] = r
			b.ReportMetric(over/own, fmt.Sprintf("%s-at-%d-×own-work", sc.name, n))
			b.ReportMetric(over*1000, fmt.Sprintf("%s-at-%d-ms", sc.name, n))
		}
	}
	for name, r := range request {
		b.ReportMetric(r[1]/r[0], name+"-20000-×30")
	}
	b.ReportMetric(0, "ns/op")
}

// analyse does what PostgreSQL does by itself some time after many rows came in.
func analyse(b *testing.B, owner string) {
	b.Helper()
	db, err := sql.Open("pgx", owner)
	if err != nil {
		b.Fatal(err)
	}
	defer func() { _ = db.Close() }()
	if _, err := db.Exec("vacuum analyze"); err != nil {
		b.Fatal(err)
	}
}

// BenchmarkCardBox files a box of 1,000 recipes, in the slices in which the
// screen does.
func BenchmarkCardBox(b *testing.B) {
	text := ""
	for _, f := range families.Make(1000) {
		text += f.Text + "---\n"
	}
	l := ledger.New(webtest.Serve(b, nil, false).Store)
	ctx := context.Background()
	b.ReportAllocs()
	for i := 0; b.Loop(); i++ {
		id := fmt.Sprintf("00000000-0000-4000-8000-%012d", i)
		t := time.Now()
		if _, err := l.TakeIn(ctx, id, "box", text, ledger.Sender{Seat: "bench"}); err != nil {
			b.Fatal(err)
		}
		b.ReportMetric(time.Since(t).Seconds(), "s-to-read-1000")
		t = time.Now()
		for {
			p, err := l.FileSome(ctx, id, 25, ledger.Sender{Seat: "bench"})
			if err != nil {
				b.Fatal(err)
			}
			if len(p.Just) == 0 {
				if p.Filed+p.Look != 1000 {
					b.Fatalf("%+v", p.Batch)
				}
				break
			}
		}
		b.ReportMetric(time.Since(t).Seconds(), "s-to-file-1000")
	}
}
