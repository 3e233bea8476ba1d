package main

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"math/rand/v2"
	"net/http"
	"os"
	"sync"
	"syscall"
	"testing"
	"time"
)

// photograph makes a JPEG like no other.
func photograph(n int) []byte {
	m := image.NewRGBA(image.Rect(0, 0, 240, 150))
	r := rand.New(rand.NewPCG(uint64(n), 7))
	for i := range m.Pix {
		m.Pix[i] = uint8(r.IntN(256))
	}
	m.Set(0, 0, color.Black)
	var b bytes.Buffer
	if err := jpeg.Encode(&b, m, nil); err != nil {
		panic(err)
	}
	return b.Bytes()
}

// fetch gets a page; status 0 where no answer came.
func fetch(address, path string) (int, []byte) {
	req, err := http.NewRequest(http.MethodGet, address+path, nil)
	if err != nil {
		return 0, nil
	}
	return answered(req)
}

// Pictures stand in the database: a card has its picture whole or has none, and what was acknowledged is
// there, whenever the ledger or PostgreSQL is killed.
func TestKilledAmidPictures(t *testing.T) {
	if testing.Short() {
		t.Skip("kills processes")
	}
	data := dataFolder(t)
	const cards = 12
	rnd := rand.New(rand.NewPCG(20, 12))
	s := startIn(t, data, "--empty")
	if status, b := send(s.address, "/api/bequests", "a-bequest-of-cards", "", map[string]any{"number": "2026.9"}); status != 201 {
		t.Fatalf("taking a bequest in: %d %s", status, b)
	}
	var list []map[string]string
	for i := range cards {
		list = append(list, map[string]string{"oldNumber": fmt.Sprintf("K %d", i)})
	}
	if status, b := send(s.address, "/api/bequests/1/cards", "cards-of-the-bequest", "", map[string]any{"cards": list}); status != 200 {
		t.Fatalf("listing cards: %d %s", status, b)
	}
	known := map[int]bool{} // cards whose front was acknowledged
	var mu sync.Mutex
	kept, n := 0, 0
	for round := range 8 {
		kill := countFrom(rnd.IntN(6))
		var wg sync.WaitGroup
		for range 3 {
			first := n
			n += 4
			wg.Go(func() {
				for k := range 4 {
					id := 1 + (first+k)%cards
					req, err := http.NewRequest(http.MethodPut, fmt.Sprintf("%s/api/cards/%d/front", s.address, id), bytes.NewReader(photograph(first+k)))
					if err != nil {
						return
					}
					req.Header.Set("Content-Type", "application/octet-stream")
					if status, _ := answered(req); status == http.StatusOK {
						mu.Lock()
						known[id] = true
						mu.Unlock()
						kill.acknowledged()
					}
				}
			})
		}
		kill.await(&wg, time.Duration(rnd.IntN(40))*time.Millisecond)
		pg := postgresIn(data)
		if round%2 == 0 {
			_ = s.cmd.Process.Kill()
		} else {
			_ = syscall.Kill(pg, syscall.SIGKILL)
		}
		_ = s.cmd.Wait()
		wg.Wait()
		awaitGone(t, pg)
		s = startIn(t, data, "--empty")
		status, b := fetch(s.address, "/api/bequests/1")
		var page struct {
			List []struct {
				ID    int
				Front string
			}
		}
		if status != 200 || json.Unmarshal(b, &page) != nil || len(page.List) != cards {
			t.Fatalf("round %d: %d %.200s", round, status, b)
		}
		kept = 0
		for _, c := range page.List {
			if c.Front == "" {
				if known[c.ID] {
					t.Errorf("round %d: the picture of card %d was acknowledged and is gone", round, c.ID)
				}
				continue
			}
			kept++
			status, b := fetch(s.address, "/api/pictures/"+c.Front)
			sum := sha256.Sum256(b)
			if _, err := jpeg.Decode(bytes.NewReader(b)); status != 200 || err != nil || hex.EncodeToString(sum[:]) != c.Front {
				t.Errorf("round %d: the picture of card %d is not whole: %d, %v", round, c.ID, status, err)
			}
		}
	}
	if kept == 0 || len(known) == 0 {
		t.Errorf("%d pictures are kept, %d were acknowledged; the rounds prove little", kept, len(known))
	}
	fmt.Fprintf(os.Stderr, "report: 8 rounds killed amid pictures: %d cards pictured, each whole, none of %d acknowledged lost\n", kept, len(known))
}
