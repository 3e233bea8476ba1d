package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"mothledger/localpg"
)

// rounds is how often the ledger is killed: 50 in ./test; MOTHLEDGER_ROUNDS=1000
// for a longer run.
func rounds(usual int) int {
	if n, err := strconv.Atoi(os.Getenv("MOTHLEDGER_ROUNDS")); err == nil && n > 0 {
		return n
	}
	return usual
}

// send posts JSON; status 0 where no answer came.
func send(address, path, key, match string, body any) (int, []byte) {
	b, err := json.Marshal(body)
	if err != nil {
		panic(err)
	}
	req, err := http.NewRequest(http.MethodPost, address+path, bytes.NewReader(b))
	if err != nil {
		return 0, nil
	}
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set("Idempotency-Key", key)
	req.Header.Set("Seat", "seat of the crash")
	if match != "" {
		req.Header.Set("If-Match", match)
	}
	return answered(req)
}

// answered sends a request; status 0 where no answer came.
func answered(req *http.Request) (int, []byte) {
	client := http.Client{Timeout: 10 * time.Second}
	res, err := client.Do(req)
	if err != nil {
		return 0, nil
	}
	defer func() { _ = res.Body.Close() }()
	out, err := io.ReadAll(res.Body)
	if err != nil {
		return 0, nil
	}
	return res.StatusCode, out
}

// countdown lets a killer wait until so many requests were acknowledged: by the clock
// alone a busy machine is killed before it has done anything, and nothing is proved.
type countdown struct {
	mu   sync.Mutex
	left int
	come chan struct{}
}

func countFrom(n int) *countdown {
	c := &countdown{left: n, come: make(chan struct{})}
	if n == 0 {
		close(c.come)
	}
	return c
}

func (c *countdown) acknowledged() {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.left--; c.left == 0 {
		close(c.come)
	}
}

// await waits for the last of them, or until nobody works any more, and then for some
// milliseconds, so that the kill falls at any point of the request that follows.
func (c *countdown) await(workers *sync.WaitGroup, then time.Duration) {
	idle := make(chan struct{})
	go func() { workers.Wait(); close(idle) }()
	select {
	case <-c.come:
	case <-idle:
	}
	<-time.NewTimer(then).C
}

type filed struct {
	Folio, Revision int
	Again           bool
}

func recipe(who, n, parts int) string {
	var b strings.Builder
	fmt.Fprintf(&b, "Fly %d of hand %d\n\nHook: 12 wet\n", n, who)
	for _, part := range []string{"Tail", "Rib", "Body", "Wing", "Throat", "Head"}[:parts] {
		fmt.Fprintf(&b, "%s: %d ginger hackle fibres\n", part, n+1)
	}
	return b.String()
}

// said is what one client was told was filed: the texts by folio and revision.
type said struct {
	mu    sync.Mutex
	texts map[[2]int]string
	// recent are those of the last round
	recent [][2]int
	// open are requests that got no answer: they may have been filed or not
	open map[string]string
	// linked are folios that were acknowledged to descend from another
	linked map[int]int
	// kill is when this round's kill comes
	kill *countdown
}

// TestKilledAtAnyMomentNothingAcknowledgedIsLost lets eight clients file and
// revise while the application, or its PostgreSQL, is killed with SIGKILL. After
// each restart everything that was acknowledged is there and whole, and nothing
// is there by half.
func TestKilledAtAnyMomentNothingAcknowledgedIsLost(t *testing.T) {
	if testing.Short() {
		t.Skip("kills processes")
	}
	const clients, parts = 8, 6
	data := dataFolder(t)
	all := said{texts: map[[2]int]string{}, open: map[string]string{}, linked: map[int]int{}}
	rnd := rand.New(rand.NewPCG(7, 11))
	acknowledged, resent, doubled := 0, 0, 0
	for round := range rounds(50) {
		s := startIn(t, data, "--empty")
		// what got no answer is sent again under its key: it files once
		all.mu.Lock()
		for key, text := range all.open {
			status, body := send(s.address, "/api/dressings", key, "", map[string]string{"text": text})
			var f filed
			if status != 201 || json.Unmarshal(body, &f) != nil {
				t.Fatalf("round %d: sent again: %d %s", round, status, body)
			}
			resent++
			if f.Again {
				doubled++ // it had been filed, and is not filed twice
			}
			all.add(f, text)
			delete(all.open, key)
		}
		all.mu.Unlock()
		verify(t, s.address, round, &all, parts, false)
		if t.Failed() {
			return
		}
		stop := make(chan struct{})
		all.kill = countFrom(rnd.IntN(20))
		var wg sync.WaitGroup
		for who := range clients {
			wg.Go(func() { work(s.address, round, who, parts, &all, stop) })
		}
		all.kill.await(&wg, time.Duration(rnd.IntN(60))*time.Millisecond)
		pg := postgresIn(data)
		if round%2 == 0 {
			_ = s.cmd.Process.Kill()
		} else {
			_ = syscall.Kill(pg, syscall.SIGKILL)
		}
		_ = s.cmd.Wait()
		close(stop)
		wg.Wait()
		awaitGone(t, pg)
	}
	last := startIn(t, data, "--empty")
	verify(t, last.address, rounds(50), &all, parts, true)
	acknowledged = len(all.texts)
	fmt.Fprintf(os.Stderr, "report: %d rounds, %d acknowledged revisions whole, %d unanswered filings sent again, %d of them had been filed and were not doubled\n", rounds(50), acknowledged, resent, doubled)
	if acknowledged < rounds(50) {
		t.Errorf("only %d filings were acknowledged in all; the rounds prove little", acknowledged)
	}
}

// work files and revises until the ledger is gone.
func work(address string, round, who, parts int, all *said, stop <-chan struct{}) {
	before := 0
	for n := 0; ; n++ {
		select {
		case <-stop:
			return
		default:
		}
		key := fmt.Sprintf("round-%d-hand-%d-fly-%d", round, who, n)
		text := recipe(who, n, parts)
		status, body := send(address, "/api/dressings", key, "", map[string]string{"text": text})
		var f filed
		if status != 201 || json.Unmarshal(body, &f) != nil {
			all.mu.Lock()
			all.open[key] = text
			all.mu.Unlock()
			return
		}
		all.mu.Lock()
		all.add(f, text)
		all.mu.Unlock()
		next := recipe(who, n+100, parts)
		status, body = send(address, fmt.Sprintf("/api/dressings/%d/revisions", f.Folio), key+"-again", `"1"`, map[string]string{"text": next, "why": "counted again"})
		if status != 201 || json.Unmarshal(body, &f) != nil {
			return
		}
		all.mu.Lock()
		all.add(f, next)
		all.mu.Unlock()
		// every other fly is linked to the one before it, taken back, and that undone
		if n%2 == 1 && before > 0 {
			if status, _ := send(address, fmt.Sprintf("/api/dressings/%d/parents", f.Folio), key+"-link", "", map[string]any{"parent": before}); status != 200 {
				return
			}
			all.mu.Lock()
			all.linked[f.Folio] = before
			all.mu.Unlock()
			status, body := send(address, "/api/vocabulary", key+"-teach", "", map[string]string{"words": "grobble " + key, "as": "colour"})
			var d struct{ Deed int64 }
			if status != 200 || json.Unmarshal(body, &d) != nil {
				return
			}
			if status, _ := send(address, "/api/undo", key+"-undo", "", map[string]any{"deed": d.Deed}); status != 200 {
				return
			}
		}
		before = f.Folio
	}
}

// add notes what was acknowledged; the lock is held.
func (s *said) add(f filed, text string) {
	k := [2]int{f.Folio, f.Revision}
	s.texts[k] = text
	s.recent = append(s.recent, k)
	s.kill.acknowledged()
}

// verify looks at all that was acknowledged in the last round and at some of
// what was before, or with whole set at everything.
func verify(t *testing.T, address string, round int, all *said, parts int, whole bool) {
	t.Helper()
	const some = 40
	look := all.recent
	for k := range all.texts { // in no order
		if !whole && len(look) >= len(all.recent)+some {
			break
		}
		look = append(look, k)
	}
	all.recent = nil
	for _, k := range look {
		text := all.texts[k]
		_, body := get(t, fmt.Sprintf("%s/api/dressings/%d?revision=%d", address, k[0], k[1]))
		var f struct {
			Text     string
			Dressing struct{ Parts []struct{ Role string } }
		}
		if err := json.Unmarshal([]byte(body), &f); err != nil || f.Text != text || len(f.Dressing.Parts) != parts+1 {
			t.Errorf("round %d: folio %d revision %d was acknowledged and is now %.300s (%v)", round, k[0], k[1], body, err)
			return
		}
		all.deeds(t, address, round, k[0])
	}
}

// deeds looks whether the journal of a folio has each deed once, and whether a link that
// was acknowledged is there.
func (s *said) deeds(t *testing.T, address string, round, folio int) {
	t.Helper()
	_, body := get(t, fmt.Sprintf("%s/api/deeds?record=dressing&of=%d", address, folio))
	var h struct {
		Deeds []struct {
			Kind  string
			Folio int
			Steps []struct{ After string }
		}
	}
	if err := json.Unmarshal([]byte(body), &h); err != nil {
		t.Fatalf("round %d: %v: %.300s", round, err, body)
	}
	count := map[string]int{}
	for _, d := range h.Deeds {
		if d.Folio == folio {
			count[d.Kind]++
		}
	}
	parent, linked := s.linked[folio]
	if count["file"] != 1 || count["revise"] > 1 || count["link"] > 1 || linked && count["link"] != 1 {
		t.Errorf("round %d: folio %d, a child of %d, has the deeds %v", round, folio, parent, count)
	}
	if linked {
		_, body := get(t, fmt.Sprintf("%s/api/dressings/%d", address, folio))
		if !strings.Contains(body, fmt.Sprintf(`"parents":[{"folio":%d,`, parent)) {
			t.Errorf("round %d: the link of folio %d to %d was acknowledged and is gone", round, folio, parent)
		}
	}
}

// TestNothingIsThereByHalf asks the database itself, after the kills of a short
// run, whether any dressing lacks a revision or any revision lacks parts.
func TestNothingIsThereByHalf(t *testing.T) {
	if testing.Short() {
		t.Skip("kills processes")
	}
	data := dataFolder(t)
	all := said{texts: map[[2]int]string{}, open: map[string]string{}, linked: map[int]int{}}
	for round := range 4 {
		s := startIn(t, data, "--empty")
		stop := make(chan struct{})
		all.kill = countFrom(4 + 8*round)
		var wg sync.WaitGroup
		for who := range 8 {
			wg.Go(func() { work(s.address, round, who, 6, &all, stop) })
		}
		all.kill.await(&wg, time.Duration(10*round)*time.Millisecond)
		pg := postgresIn(data)
		_ = syscall.Kill(pg, syscall.SIGKILL)
		_ = s.cmd.Wait()
		close(stop)
		wg.Wait()
		awaitGone(t, pg)
	}
	pg, err := localpg.Start(t.Context(), data, false)
	if err != nil {
		t.Fatal(err)
	}
	defer pg.Stop()
	url, err := pg.Database(t.Context(), "mothledger")
	if err != nil {
		t.Fatal(err)
	}
	db := openDB(t, url)
	for what, query := range map[string]string{
		"dressings without a revision":       `select count(*) from dressing d where not exists (select from revision r where r.dressing_id = d.id)`,
		"dressings without a newest":         `select count(*) from dressing d where not exists (select from newest n where n.dressing_id = d.id)`,
		"revisions without all parts":        `select count(*) from revision r where (select count(*) from part p where p.revision_id = r.id) <> jsonb_array_length(r.reading -> 'parts')`,
		"newest that is not the newest":      `select count(*) from newest n join revision r on r.id = n.revision_id where r.number <> (select max(number) from revision x where x.dressing_id = n.dressing_id)`,
		"revisions with a gap":               `select count(*) from (select dressing_id, max(number) m, count(*) c from revision group by 1) x where m <> c`,
		"revisions without a deed":           `select count(*) from revision r join dressing d on d.id = r.dressing_id where not exists (select from deed where change @> jsonb_build_array(jsonb_build_object('of', 'says', 'key', jsonb_build_object('folio', d.folio), 'after', jsonb_build_object('revision', r.number))))`,
		"links without a deed":               `select count(*) from descent l join dressing d on d.id = l.child_id where not exists (select from deed where change @> jsonb_build_array(jsonb_build_object('of', 'link', 'key', jsonb_build_object('folio', d.folio))))`,
		"deeds of links that are not there":  `select count(*) from deed e where kind = 'link' and not exists (select from descent l join dressing d on d.id = l.child_id where e.touches[1] = 'dressing ' || d.folio)`,
		"deeds that are done twice":          `select count(*) from (select what from deed where kind in ('teach', 'undo') group by what having count(*) > 1) x`,
		"keys of filings that are not there": `select count(*) from filing f where f.number is not null and not exists (select from revision r where r.dressing_id = f.dressing_id and r.number = f.number)`,
	} {
		var n int
		if err := db.QueryRowContext(t.Context(), query).Scan(&n); err != nil || n != 0 {
			t.Errorf("%d %s (%v)", n, what, err)
		}
	}
	var filed int
	if err := db.QueryRowContext(t.Context(), `select count(*) from dressing`).Scan(&filed); err != nil || filed == 0 {
		t.Errorf("%d were filed (%v)", filed, err)
	}
}
