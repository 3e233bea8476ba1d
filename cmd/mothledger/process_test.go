package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"
)

// The tests run this test binary as the program itself.
const asProgram = "MOTHLEDGER_AS_PROGRAM"

func TestMain(m *testing.M) {
	if os.Getenv(asProgram) != "" {
		main()
		return
	}
	os.Exit(m.Run())
}

func command(t *testing.T, args ...string) *exec.Cmd {
	t.Helper()
	c := exec.Command(os.Args[0], args...)
	c.Env = append(os.Environ(), asProgram+"=1")
	return c
}

// started is a running ./start with its address.
type started struct {
	cmd     *exec.Cmd
	address string
	lines   string
}

func startIn(t *testing.T, data string, args ...string) *started {
	t.Helper()
	c := command(t, append([]string{"start", "--port", "0", "--data", data}, args...)...)
	out, err := c.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	var errs bytes.Buffer
	c.Stderr = &errs
	if err := c.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = c.Process.Kill(); _ = c.Wait() })
	s := &started{cmd: c}
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		s.lines += lines.Text() + "\n"
		for _, before := range []string{"Moth Ledger is open at ", "already running: "} {
			if a, ok := strings.CutPrefix(lines.Text(), before); ok {
				s.address = a
			}
		}
		if s.address != "" {
			go func() { _, _ = io.Copy(io.Discard, out) }()
			return s
		}
	}
	t.Fatalf("start ended without an address:\n%s%s", s.lines, errs.String())
	return nil
}

func get(t *testing.T, url string) (int, string) {
	t.Helper()
	r, err := http.Get(url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = r.Body.Close() }()
	b, _ := io.ReadAll(r.Body)
	return r.StatusCode, string(b)
}

// postgresIn gives the process of the PostgreSQL in a data folder, 0 where its
// file of the process is gone.
func postgresIn(data string) int {
	b, err := os.ReadFile(filepath.Join(data, "pg", "postmaster.pid"))
	if err != nil {
		return 0
	}
	n, _ := strconv.Atoi(strings.SplitN(string(b), "\n", 2)[0])
	return n
}

func gone(pid int) bool { return syscall.Kill(pid, 0) != nil }

// awaitGone waits until a process has ended.
func awaitGone(t *testing.T, pid int) {
	t.Helper()
	tick := time.NewTicker(50 * time.Millisecond)
	defer tick.Stop()
	limit := time.After(30 * time.Second)
	for !gone(pid) {
		select {
		case <-tick.C:
		case <-limit:
			t.Fatalf("process %d is still there", pid)
		}
	}
}

func dataFolder(t *testing.T) string {
	t.Helper()
	dir, err := os.MkdirTemp("", "mothledger-start-")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(dir, 0o755); err != nil { // the user postgres must reach it
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = os.RemoveAll(dir) })
	return dir
}

func TestStartServesKeepsDataAndLeavesNothingBehind(t *testing.T) {
	data := dataFolder(t)
	for round, how := range []syscall.Signal{syscall.SIGINT, syscall.SIGTERM, syscall.SIGKILL} {
		s := startIn(t, data)
		if loaded := strings.Contains(s.lines, "demo club"); loaded != (round == 0) {
			t.Errorf("start %d: demo club loaded: %v\n%s", round+1, loaded, s.lines)
		}
		if status, body := get(t, s.address+"/api/dressings?limit=1"); status != 200 || !strings.Contains(body, `"filed":36`) {
			t.Errorf("start %d: %d %.200s", round+1, status, body)
		}
		pid := postgresIn(data)
		if pid == 0 || gone(pid) {
			t.Fatalf("start %d: no PostgreSQL runs in %s", round+1, data)
		}
		// a second start on the same folder says where the first one is
		if again := startIn(t, data); again.address != s.address {
			t.Errorf("a second start answers %q, not %q", again.address, s.address)
		}
		if err := s.cmd.Process.Signal(how); err != nil {
			t.Fatal(err)
		}
		err := s.cmd.Wait()
		if how != syscall.SIGKILL && err != nil {
			t.Errorf("ended by %v with %v", how, err)
		}
		awaitGone(t, pid)
	}
}

func TestTwoStartsAtOnce(t *testing.T) {
	a, b := startIn(t, dataFolder(t), "--empty"), startIn(t, dataFolder(t))
	if _, body := get(t, a.address+"/api/dressings"); !strings.Contains(body, `"filed":0`) {
		t.Errorf("--empty holds %.100s", body)
	}
	if _, body := get(t, b.address+"/api/dressings?limit=1"); !strings.Contains(body, `"filed":36`) {
		t.Errorf("the other holds %.100s", body)
	}
}

func TestStartSaysWhatIsWrong(t *testing.T) {
	s := startIn(t, dataFolder(t), "--empty")
	port := s.address[strings.LastIndex(s.address, ":")+1:]
	for _, c := range []struct {
		args []string
		code int
		says string
	}{
		{[]string{"start", "--port", port, "--data", dataFolder(t)}, 1, "is taken; choose another with --port"},
		{[]string{"start", "--port", "70000"}, 2, "expected 0 to 65535"},
		{[]string{"start", "--data", "/proc/nothing"}, 1, "--data"},
		{[]string{"serve"}, 2, "needs --database"},
		{[]string{"serve", "--database", "postgres://nobody@127.0.0.1:1/none"}, 1, "connect"},
		{[]string{"start", "--colour"}, 2, "unknown flag"},
	} {
		run(t, "", c.code, "", c.says, c.args...)
	}
}

// run runs the program and checks its exit status and what it says.
func run(t *testing.T, stdin string, code int, out, errs string, args ...string) string {
	t.Helper()
	c := command(t, args...)
	c.Stdin = strings.NewReader(stdin)
	var o, e bytes.Buffer
	c.Stdout, c.Stderr = &o, &e
	err := c.Run()
	got := 0
	if x, ok := err.(*exec.ExitError); ok {
		got = x.ExitCode()
	} else if err != nil {
		t.Fatal(err)
	}
	var folded bytes.Buffer
	if json.Compact(&folded, o.Bytes()) == nil {
		o = folded
	}
	if got != code || !strings.Contains(o.String(), out) || !strings.Contains(e.String(), errs) {
		t.Errorf("%v: status %d, expected %d\nout: %.400s\nerr: %s\nexpected %q and %q", args, got, code, o.String(), e.String(), out, errs)
	}
	return o.String()
}

func write(t *testing.T, name, text string) string {
	t.Helper()
	f := filepath.Join(t.TempDir(), name)
	if err := os.WriteFile(f, []byte(text), 0o644); err != nil {
		t.Fatal(err)
	}
	return f
}

const nymph = `Pattern: Bollard Nymph
Hook: 14 2XL nymph, barbless
Tail: 5 or 6 pheasant tail fibres, half the shank
Rib: copper wire, 4 turns, against the body
Abdomen: pheasant tail, from the bend to midway
Thorax: hare's mask dubbing
`

func TestTheTextCommands(t *testing.T) {
	f := write(t, "nymph.txt", nymph)
	run(t, "", 0, "pheasant tail", "", "read", f)
	run(t, nymph, 0, `"count":{"low":5,"high":6,"of":"fibre"}`, "", "read", "--json", "-")
	written := run(t, "", 0, "Tail: 5 or 6 pheasant tail fibres", "", "write", f)
	a := run(t, "", 0, "", "", "read", "--json", f)
	b := run(t, written, 0, "", "", "read", "--json", "-")
	if strip(a) != strip(b) {
		t.Errorf("reading what was written gives\n%s\nnot\n%s", b, a)
	}
	form := run(t, "", 0, "Abdomen: pheasant tail, from the bend to the middle of the shank", "", "write", "--standard", f)
	if again := run(t, form, 0, "", "", "write", "--standard", "-"); again != form {
		t.Errorf("the standard form of the standard form is\n%s\nnot\n%s", again, form)
	}
	// a 14 2XL has a 12's shank, 9.6 mm, and a 14's gape (JOB.md §4, from memory)
	run(t, "", 0, `"shankMM":9.6`, "", "measure", "--json", f)
	run(t, "", 0, "", "", "measure", "--size", "12", f)
	run(t, "", 0, `"basis":"measured"`, "", "measure", "--json", "--shank-mm", "9.4", "--gape-mm", "4.9", f)
	run(t, "", 0, `"crowded":false`, "", "measure", "--json", f)
	run(t, "", 0, "thread: about", "", "measure", f)
	run(t, "", 0, `"school":"three-quarters"`, "", "measure", "--json", "--school", "nymph-tail=three-quarters", write(t, "silent.txt", strings.Replace(nymph, ", half the shank", "", 1)))
	run(t, "", 0, "shank, mm", "", "measure", "--all-sizes", f)
	run(t, "", 2, "", "expected one of half, three-quarters, shank", "measure", "--school", "nymph-tail=huge", f)
	run(t, "", 0, `"verdict":"same"`, "", "compare", "--json", f, f)
	run(t, "", 0, "just short of", "", "words")
	run(t, "", 0, `"figures":"0.85 to 0.98 ×"`, "", "words", "--json")
	run(t, "", 2, "", "unknown", "words", "more")
	club := write(t, "club.csv", "words,as,means,kind,hue\ngrobble,material,,fur,#8a5522\nfivefold,number,five turns,,\n")
	odd := write(t, "odd.txt", "Odd Moth\n\nHook: 14\nRib: wire, fivefold\nBody: grobble\n")
	run(t, "", 0, `"kind":"fur","hue":"#8a5522"`, "", "read", "--json", "--words", club, odd)
	run(t, "", 0, `"turns":{"low":5,"high":5}`, "", "read", "--json", "--words", club, odd)
	run(t, "", 0, "Rib: wire, fivefold", "", "write", "--words", club, odd)
	run(t, "", 0, `"verdict":"same"`, "", "compare", "--json", "--words", club, odd, odd)
	run(t, "", 1, "", "bad.csv: line 2:", "read", "--words", write(t, "bad.csv", "words,as,means\nx,place,\"over, the hills\"\n"), odd)
	run(t, "", 1, "", "no such file", "measure", "--words", "nowhere.csv", odd)
	own := run(t, "Moth\nMeans: grobble = (material, fur, #8a5522)\n\nHook: 12\nBody: grobble\n", 0, "Means: grobble = (material, fur, #8a5522)", "", "write", "-")
	run(t, own, 0, `"hue":"#8a5522"`, "", "read", "--json", "-")
	long := write(t, "long.txt", strings.Replace(nymph, "half the shank", "three quarters of the shank", 1))
	run(t, "", 0, `"change":"longer"`, "", "compare", "--json", f, long)
	run(t, "", 0, `"change":"shorter"`, "", "compare", "--json", long, f)
	run(t, "", 0, "re-proportioned", "", "compare", f, long)
	run(t, "", 0, "to make it its parent again: bring the tail back", "", "compare", f, long)
}

// strip takes the line numbers out, which a rewritten file need not keep.
func strip(s string) string {
	var out []string
	for _, f := range strings.Split(s, ",") {
		if !strings.Contains(f, `"line":`) {
			out = append(out, f)
		}
	}
	return strings.Join(out, ",")
}

func TestBadFilesAndFlags(t *testing.T) {
	f := write(t, "nymph.txt", nymph)
	for _, c := range []struct {
		args []string
		code int
		says string
	}{
		{[]string{"read", write(t, "empty.txt", "")}, 1, "empty"},
		{[]string{"read", write(t, "binary.txt", "Fly\x00\n")}, 1, "line 1"},
		{[]string{"read", "/nowhere/nothing.txt"}, 1, "no such file"},
		{[]string{"read"}, 2, "arg"},
		{[]string{"read", "--xml", f}, 2, "unknown flag"},
		{[]string{"measure", "--size", "0", f}, 1, "expected a number from 1 to 32"},
		{[]string{"measure", "--shank", "7Q", f}, 1, "expected standard, 2XL or 1XS"},
		{[]string{"compare", f}, 2, "arg"},
		{[]string{"material", "unobtainium"}, 1, "knows no material"},
		{[]string{"material"}, 2, "arg"},
		{[]string{"nearness", "tail", "wood duck"}, 2, "arg"},
		{[]string{"nearness", "tail", "wood duck", "unobtainium"}, 1, "knows no material"},
		{[]string{"tie", f}, 2, "unknown command"},
	} {
		run(t, "", c.code, "", c.says, c.args...)
	}
	circle := write(t, "circle.txt", "Fly\nTail: hackle, as long as the body\nBody: fur, as long as the tail\n")
	run(t, "", 0, "circle", "", "measure", circle)
	run(t, "", 0, fmt.Sprintf("%q", "circle"), "", "measure", "--json", circle)
}
