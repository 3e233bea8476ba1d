// Package bag reads and writes bags of files with checksums, as RFC 8493 (The BagIt File
// Packaging Format, 2018) describes them: a payload under data/, a manifest with the
// SHA-256 of each of its files, and a few tag files that say what it is. `sha256sum -c
// manifest-sha256.txt` accepts what it writes.
//
// The same payload gives the same bag, byte for byte: nothing in it tells when it was
// made. A bag is a folder, or a ZIP file that holds that one folder.
package bag

import (
	"archive/zip"
	"bufio"
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"slices"
	"strings"
)

const (
	declaration = "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n"
	manifest    = "manifest-sha256.txt"
	tagManifest = "tagmanifest-sha256.txt"
	info        = "bag-info.txt"
	top         = "moth-ledger" // the folder within a ZIP file
)

// Writer writes a bag. Files are written one after the other.
type Writer struct {
	create   func(name string) (io.Writer, error)
	finish   func() error
	give     func() // takes back what was begun
	sums     map[string]string
	tags     map[string]string
	bytes    int64
	finished bool
}

// Create begins a bag at a path: a ZIP file where the path ends so, else a folder. It
// appears there when the bag is closed, whole; there must be nothing yet.
func Create(name string) (*Writer, error) {
	if _, err := os.Lstat(name); err == nil {
		return nil, fmt.Errorf("%s is there already; choose another name", name)
	}
	part, err := partial(name)
	if err != nil {
		return nil, err
	}
	if strings.HasSuffix(strings.ToLower(name), ".zip") {
		f, err := os.Create(part)
		if err != nil {
			return nil, err
		}
		w := Zip(f)
		done := w.finish
		w.finish = func() error {
			return errors.Join(done(), f.Sync(), f.Close(), rename(part, name))
		}
		w.give = func() { _ = f.Close(); _ = os.Remove(part) }
		return w, nil
	}
	if err := os.Mkdir(part, 0o755); err != nil {
		return nil, err
	}
	w := newWriter()
	var open *os.File
	shut := func() error {
		if open == nil {
			return nil
		}
		f := open
		open = nil
		return f.Close()
	}
	w.create = func(file string) (io.Writer, error) {
		if err := shut(); err != nil {
			return nil, err
		}
		at := filepath.Join(part, filepath.FromSlash(file))
		if err := os.MkdirAll(filepath.Dir(at), 0o755); err != nil {
			return nil, err
		}
		f, err := os.Create(at)
		open = f
		return f, err
	}
	w.finish = func() error { return errors.Join(shut(), rename(part, name)) }
	w.give = func() { _ = shut(); _ = os.RemoveAll(part) }
	return w, nil
}

// partial is where a bag is made; what an earlier one that was cut short left goes.
func partial(name string) (string, error) {
	part := strings.TrimRight(name, "/") + ".part"
	return part, os.RemoveAll(part)
}

func rename(from, to string) error {
	if _, err := os.Lstat(to); err == nil {
		return fmt.Errorf("%s was made by somebody else meanwhile", to)
	}
	return os.Rename(from, to)
}

// Zip begins a bag that goes into a stream as a ZIP file.
func Zip(to io.Writer) *Writer {
	w := newWriter()
	z := zip.NewWriter(to)
	w.create = func(file string) (io.Writer, error) {
		return z.CreateHeader(&zip.FileHeader{Name: path.Join(top, file), Method: zip.Deflate})
	}
	w.finish = z.Close
	return w
}

func newWriter() *Writer {
	return &Writer{sums: map[string]string{}, tags: map[string]string{}, give: func() {}}
}

// File writes a file of the payload, named below data/.
func (w *Writer) File(name string, write func(io.Writer) error) error {
	name = path.Join("data", name)
	if !safe(name) || w.sums[name] != "" {
		return fmt.Errorf("%q cannot be a file of the bag", name)
	}
	n, sum, err := w.put(name, write)
	w.sums[name] = sum
	w.bytes += n
	return err
}

func (w *Writer) put(name string, write func(io.Writer) error) (int64, string, error) {
	f, err := w.create(name)
	if err != nil {
		return 0, "", err
	}
	h := sha256.New()
	c := &counter{to: io.MultiWriter(f, h)}
	b := bufio.NewWriterSize(c, 64<<10)
	if err := errors.Join(write(b), b.Flush()); err != nil {
		return 0, "", err
	}
	return c.n, hex.EncodeToString(h.Sum(nil)), nil
}

type counter struct {
	to io.Writer
	n  int64
}

func (c *counter) Write(p []byte) (int, error) {
	n, err := c.to.Write(p)
	c.n += int64(n)
	return n, err
}

// Close writes the tag files and ends the bag. said are lines of bag-info.txt, label and
// value.
func (w *Writer) Close(said ...[2]string) error {
	w.finished = true
	var about strings.Builder
	for _, s := range append(said, [2]string{"Payload-Oxum", fmt.Sprintf("%d.%d", w.bytes, len(w.sums))}) {
		fmt.Fprintf(&about, "%s: %s\n", s[0], strings.Join(strings.Fields(s[1]), " "))
	}
	for _, tag := range []struct{ name, text string }{{"bagit.txt", declaration}, {info, about.String()}, {manifest, sums(w.sums)}} {
		_, sum, err := w.put(tag.name, func(to io.Writer) error { _, err := io.WriteString(to, tag.text); return err })
		if err != nil {
			w.give()
			return err
		}
		w.tags[tag.name] = sum
	}
	if _, _, err := w.put(tagManifest, func(to io.Writer) error { _, err := io.WriteString(to, sums(w.tags)); return err }); err != nil {
		w.give()
		return err
	}
	return w.finish()
}

// Abandon takes back a bag that was not closed.
func (w *Writer) Abandon() {
	if !w.finished {
		w.give()
	}
}

// sums writes a manifest: a checksum and a file a line, by name.
func sums(of map[string]string) string {
	names := make([]string, 0, len(of))
	for n := range of {
		names = append(names, n)
	}
	slices.Sort(names)
	var b strings.Builder
	for _, n := range names {
		fmt.Fprintf(&b, "%s  %s\n", of[n], n)
	}
	return b.String()
}

// safe tells whether a name stays within the bag and needs no encoding.
func safe(name string) bool {
	return fs.ValidPath(name) && name != "." && !strings.ContainsAny(name, "\n\r%\\\x00")
}

// Bag is a bag to be read.
type Bag struct {
	fs.FS
	close func() error
}

// Open opens a bag: a folder, or a ZIP file. It looks at nothing in it yet.
func Open(name string) (*Bag, error) {
	st, err := os.Stat(name)
	if err != nil {
		return nil, err
	}
	if st.IsDir() {
		return &Bag{os.DirFS(name), func() error { return nil }}, nil
	}
	z, err := zip.OpenReader(name)
	if err != nil {
		return nil, fmt.Errorf("%s is neither a folder nor a ZIP file: %w", name, err)
	}
	in, err := within(z)
	if err != nil {
		_ = z.Close()
		return nil, err
	}
	return &Bag{in, z.Close}, nil
}

// within gives the one folder that a ZIP file holds, or the file's own root.
func within(z fs.FS) (fs.FS, error) {
	list, err := fs.ReadDir(z, ".")
	if err != nil {
		return nil, err
	}
	if len(list) == 1 && list[0].IsDir() {
		return fs.Sub(z, list[0].Name())
	}
	return z, nil
}

// Close closes the file that a bag is in.
func (b *Bag) Close() error { return b.close() }

// Check names each damage of a bag against its own manifests; none where it is whole.
func (b *Bag) Check() []string {
	var out []string
	found := func(f string, args ...any) { out = append(out, fmt.Sprintf(f, args...)) }
	text, err := fs.ReadFile(b, "bagit.txt")
	switch {
	case err != nil:
		return []string{"this is no bag: bagit.txt is missing"}
	case string(bytes.ReplaceAll(text, []byte("\r\n"), []byte("\n"))) != declaration:
		found("bagit.txt is not that of a bag of version 1.0 in UTF-8")
	}
	payload := b.against(manifest, found)
	tags := b.against(tagManifest, found)
	files, size := 0, int64(0)
	err = fs.WalkDir(b, ".", func(name string, e fs.DirEntry, err error) error {
		if err != nil {
			found("%s cannot be read: %v", name, err)
			return nil
		}
		if e.IsDir() {
			return nil
		}
		if !e.Type().IsRegular() {
			found("%s is no plain file", name)
			return nil
		}
		if strings.HasPrefix(name, "data/") {
			files++
			if st, err := e.Info(); err == nil {
				size += st.Size()
			}
			if payload != nil && !payload[name] {
				found("%s is not in %s", name, manifest)
			}
		} else if name != tagManifest && tags != nil && !tags[name] {
			found("%s is not in %s", name, tagManifest)
		}
		return nil
	})
	if err != nil {
		found("%v", err)
	}
	if want, ok := b.Info("Payload-Oxum"); ok {
		if got := fmt.Sprintf("%d.%d", size, files); got != want {
			found("the payload is %s bytes and files; %s says %s", got, info, want)
		}
	} else {
		found("%s says no Payload-Oxum", info)
	}
	return out
}

// against holds the files of a manifest against their checksums; it gives their names,
// nil where there is no manifest.
func (b *Bag) against(list string, found func(string, ...any)) map[string]bool {
	text, err := fs.ReadFile(b, list)
	if err != nil {
		found("%s is missing", list)
		return nil
	}
	names := map[string]bool{}
	for i, line := range strings.Split(strings.TrimSuffix(strings.ReplaceAll(string(text), "\r\n", "\n"), "\n"), "\n") {
		want, name, ok := strings.Cut(line, " ")
		name = strings.TrimLeft(name, " *\t")
		switch {
		case !ok || len(want) != 64 || strings.Trim(strings.ToLower(want), "0123456789abcdef") != "":
			found("%s, line %d: expected a SHA-256 and a file", list, i+1)
			continue
		case !safe(name):
			found("%s, line %d: %q leads out of the bag", list, i+1, name)
			continue
		case names[name]:
			found("%s, line %d: %s stands twice", list, i+1, name)
		}
		names[name] = true
		got, err := b.sum(name)
		switch {
		case errors.Is(err, fs.ErrNotExist):
			found("%s is missing", name)
		case err != nil:
			found("%s cannot be read: %v", name, err)
		case got != strings.ToLower(want):
			found("%s was changed: its SHA-256 is not that of %s", name, list)
		}
	}
	return names
}

func (b *Bag) sum(name string) (string, error) {
	f, err := b.FS.Open(name)
	if err != nil {
		return "", err
	}
	defer func() { _ = f.Close() }()
	h := sha256.New()
	if _, err := io.Copy(h, f); err != nil {
		return "", err
	}
	return hex.EncodeToString(h.Sum(nil)), nil
}

// Info gives what bag-info.txt says under a label.
func (b *Bag) Info(label string) (string, bool) {
	text, err := fs.ReadFile(b, info)
	if err != nil {
		return "", false
	}
	for line := range strings.Lines(string(text)) {
		if k, v, ok := strings.Cut(line, ":"); ok && strings.EqualFold(k, label) {
			return strings.TrimSpace(v), true
		}
	}
	return "", false
}

// Lines reads a file of the payload line by line. The error names the line.
func (b *Bag) Lines(name string, f func(n int, line []byte) error) error {
	r, err := b.FS.Open(path.Join("data", name))
	if err != nil {
		return err
	}
	defer func() { _ = r.Close() }()
	in := bufio.NewReaderSize(r, 256<<10)
	for n := 1; ; n++ {
		line, err := in.ReadBytes('\n')
		if len(line) > 0 {
			if err := f(n, bytes.TrimSuffix(line, []byte("\n"))); err != nil {
				return fmt.Errorf("data/%s, line %d: %w", name, n, err)
			}
		}
		if errors.Is(err, io.EOF) {
			return nil
		}
		if err != nil {
			return err
		}
	}
}
