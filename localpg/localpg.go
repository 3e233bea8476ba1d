// Package localpg starts Debian's PostgreSQL on the loopback address, in a
// folder and on a port of its own, as a direct child of this process. When this
// process ends, even by kill -9, the server shuts down by itself.
package localpg

import (
	"context"
	"crypto/rand"
	"database/sql"
	"encoding/hex"
	"errors"
	"fmt"
	"net"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"runtime"
	"slices"
	"strconv"
	"strings"
	"syscall"
	"time"

	_ "github.com/jackc/pgx/v5/stdlib" // the driver
)

// Server is a running PostgreSQL.
type Server struct {
	// URL is a connection as the role that owns the server.
	URL    string
	cmd    *exec.Cmd
	exited chan struct{}
}

// ErrMissing says that PostgreSQL is not installed.
var ErrMissing = errors.New("PostgreSQL is not installed; an administrator installs it with: apt-get install postgresql")

// keeper is the role that owns the server.
const keeper = "keeper"

// startLimit is how long a start may take; after a crash the old backends can
// hold the folder for some seconds.
const startLimit = 30 * time.Second

// Binaries gives the folder of PostgreSQL's programs, the newest version first.
func Binaries() (string, error) {
	found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/postgres")
	slices.SortFunc(found, func(a, b string) int { return version(b) - version(a) })
	if len(found) > 0 {
		return filepath.Dir(found[0]), nil
	}
	if p, err := exec.LookPath("postgres"); err == nil {
		return filepath.Dir(p), nil
	}
	return "", ErrMissing
}

func version(path string) int {
	n, _ := strconv.Atoi(strings.Split(strings.TrimPrefix(path, "/usr/lib/postgresql/"), "/")[0])
	return n
}

// account is the user that PostgreSQL runs as: this one, or postgres for root.
func account() (*syscall.Credential, error) {
	if os.Geteuid() != 0 {
		return nil, nil
	}
	u, err := user.Lookup("postgres")
	if err != nil {
		return nil, fmt.Errorf("PostgreSQL refuses to run as root, and there is no user postgres: %w", err)
	}
	uid, _ := strconv.Atoi(u.Uid)
	gid, _ := strconv.Atoi(u.Gid)
	return &syscall.Credential{Uid: uint32(uid), Gid: uint32(gid)}, nil
}

// Start starts a server whose files are in dir, making them when there are
// none. With throwaway set, nothing is forced to the disk: for tests.
func Start(ctx context.Context, dir string, throwaway bool) (*Server, error) {
	bin, err := Binaries()
	if err != nil {
		return nil, err
	}
	dir, err = filepath.Abs(dir)
	if err != nil {
		return nil, err
	}
	cred, err := account()
	if err != nil {
		return nil, err
	}
	data := filepath.Join(dir, "pg")
	password, err := prepare(ctx, bin, dir, data, cred)
	if err != nil {
		return nil, err
	}
	ctx, cancel := context.WithTimeout(ctx, startLimit)
	defer cancel()
	for {
		s, err := launch(ctx, bin, dir, data, password, cred, throwaway)
		if err == nil {
			return s, nil
		}
		select {
		case <-ctx.Done():
			return nil, fmt.Errorf("PostgreSQL did not start: %w; its log is %s", err, filepath.Join(dir, "postgres.log"))
		case <-time.After(300 * time.Millisecond):
		}
	}
}

// prepare makes the folder and the database cluster and gives the password.
func prepare(ctx context.Context, bin, dir, data string, cred *syscall.Credential) (string, error) {
	if err := os.MkdirAll(dir, 0o755); err != nil {
		return "", err
	}
	secret := filepath.Join(dir, "password")
	if b, err := os.ReadFile(secret); err == nil {
		if _, err := os.Stat(filepath.Join(data, "PG_VERSION")); err == nil {
			return strings.TrimSpace(string(b)), nil
		}
	}
	if err := os.RemoveAll(data); err != nil { // left by an initdb that was cut short
		return "", err
	}
	if err := os.Mkdir(data, 0o700); err != nil {
		return "", err
	}
	raw := make([]byte, 24)
	if _, err := rand.Read(raw); err != nil {
		return "", err
	}
	password := hex.EncodeToString(raw)
	if err := os.WriteFile(secret, []byte(password+"\n"), 0o600); err != nil {
		return "", err
	}
	log := filepath.Join(dir, "postgres.log")
	if f, err := os.OpenFile(log, os.O_CREATE|os.O_WRONLY, 0o600); err == nil {
		_ = f.Close()
	}
	if cred != nil {
		for _, p := range []string{data, secret, log} {
			if err := os.Chown(p, int(cred.Uid), int(cred.Gid)); err != nil {
				return "", err
			}
		}
	}
	init := exec.CommandContext(ctx, filepath.Join(bin, "initdb"), "-D", data, "-U", keeper, "--pwfile", secret,
		"--auth=scram-sha-256", "--encoding=UTF8", "--locale=C.UTF-8", "--no-sync")
	init.Dir = "/"
	init.SysProcAttr = &syscall.SysProcAttr{Credential: cred}
	if out, err := init.CombinedOutput(); err != nil {
		why := strings.TrimSpace(string(out))
		if strings.Contains(why, "ermission denied") {
			why += "\nthe user postgres must be able to reach " + dir + "; choose another folder with --data"
		}
		return "", fmt.Errorf("initdb: %w\n%s", err, why)
	}
	return password, nil
}

func freePort() (int, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, err
	}
	defer func() { _ = l.Close() }()
	return l.Addr().(*net.TCPAddr).Port, nil
}

func launch(ctx context.Context, bin, dir, data, password string, cred *syscall.Credential, throwaway bool) (*Server, error) {
	port, err := freePort()
	if err != nil {
		return nil, err
	}
	args := []string{"-D", data, "-p", strconv.Itoa(port), "-c", "listen_addresses=127.0.0.1", "-c", "unix_socket_directories=", "-c", "max_connections=60"}
	if throwaway {
		args = append(args, "-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off")
	}
	log, err := os.OpenFile(filepath.Join(dir, "postgres.log"), os.O_CREATE|os.O_APPEND|os.O_WRONLY, 0o600)
	if err != nil {
		return nil, err
	}
	cmd := exec.Command(filepath.Join(bin, "postgres"), args...)
	cmd.Dir = "/"
	cmd.Stdout, cmd.Stderr = log, log
	cmd.SysProcAttr = &syscall.SysProcAttr{Credential: cred, Setsid: true, Pdeathsig: syscall.SIGINT}
	s := &Server{cmd: cmd, exited: make(chan struct{})}
	s.URL = fmt.Sprintf("postgres://%s:%s@127.0.0.1:%d/postgres?sslmode=disable", keeper, password, port)
	started := make(chan error)
	go func() {
		// the parent-death signal follows the thread that started the child,
		// so this thread stays until the child is gone
		runtime.LockOSThread()
		err := cmd.Start()
		_ = log.Close()
		started <- err
		if err == nil {
			_ = cmd.Wait()
		}
		close(s.exited)
	}()
	if err := <-started; err != nil {
		return nil, err
	}
	if err := s.await(ctx); err != nil {
		s.Stop()
		return nil, err
	}
	return s, nil
}

// Attach gives the server that runs in a folder already. Stopping it leaves it running.
func Attach(ctx context.Context, dir string) (*Server, error) {
	secret, err := os.ReadFile(filepath.Join(dir, "password"))
	if err != nil {
		return nil, fmt.Errorf("no PostgreSQL of a ledger's own is in %s: %w", dir, err)
	}
	state, err := os.ReadFile(filepath.Join(dir, "pg", "postmaster.pid"))
	lines := strings.Split(string(state), "\n")
	const portLine = 3
	if err != nil || len(lines) <= portLine {
		return nil, fmt.Errorf("the PostgreSQL in %s is just starting or ending; try again in a moment", dir)
	}
	s := &Server{URL: fmt.Sprintf("postgres://%s:%s@127.0.0.1:%s/postgres?sslmode=disable", keeper, strings.TrimSpace(string(secret)), lines[portLine]), exited: make(chan struct{})}
	ctx, cancel := context.WithTimeout(ctx, startLimit)
	defer cancel()
	return s, s.await(ctx)
}

// await waits until the server answers.
func (s *Server) await(ctx context.Context) error {
	db, err := sql.Open("pgx", s.URL)
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }()
	tick := time.NewTicker(50 * time.Millisecond)
	defer tick.Stop()
	for {
		if err = db.PingContext(ctx); err == nil {
			return nil
		}
		select {
		case <-s.exited:
			return errors.New("the server ended at once")
		case <-ctx.Done():
			return err
		case <-tick.C:
		}
	}
}

// Exited is closed when the server has ended.
func (s *Server) Exited() <-chan struct{} { return s.exited }

// PID is the server's process.
func (s *Server) PID() int { return s.cmd.Process.Pid }

// Stop ends the server cleanly and waits for it.
func (s *Server) Stop() {
	if s.cmd == nil { // it is somebody else's
		return
	}
	_ = s.cmd.Process.Signal(syscall.SIGINT)
	select {
	case <-s.exited:
	case <-time.After(20 * time.Second):
		_ = s.cmd.Process.Signal(syscall.SIGQUIT)
		<-s.exited
	}
}

// Database makes sure that a database of this name exists, owned by a role of
// its own that is no superuser, and gives the connection to it.
func (s *Server) Database(ctx context.Context, name string) (string, error) {
	db, err := sql.Open("pgx", s.URL)
	if err != nil {
		return "", err
	}
	defer func() { _ = db.Close() }()
	password := strings.TrimPrefix(strings.SplitN(s.URL, "@", 2)[0], "postgres://"+keeper+":")
	var there bool
	if err := db.QueryRowContext(ctx, "select exists (select from pg_roles where rolname = 'mothledger_owner')").Scan(&there); err != nil {
		return "", err
	}
	if !there {
		if _, err := db.ExecContext(ctx, "create role mothledger_owner login createrole password '"+password+"'"); err != nil {
			return "", err
		}
	}
	if err := db.QueryRowContext(ctx, "select exists (select from pg_database where datname = $1)", name).Scan(&there); err != nil {
		return "", err
	}
	if !there {
		if _, err := db.ExecContext(ctx, `create database "`+name+`" owner mothledger_owner`); err != nil {
			return "", err
		}
	}
	url := strings.Replace(s.URL, keeper+":", "mothledger_owner:", 1)
	return strings.Replace(url, "/postgres?", "/"+name+"?", 1), nil
}
