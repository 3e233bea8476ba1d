package web

import (
	"context"
	"fmt"
	"log/slog"
	"reflect"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"

	"github.com/danielgtaylor/huma/v2"

	"mothledger/ledger"
)

// server is what operations work with.
type server struct {
	api huma.API
	l   *ledger.Ledger
	log *slog.Logger
}

// Largest request bodies, in bytes, and the longest that an operation may take. Most say
// a few words; a text has up to 1 MB and what JSON puts around it.
const (
	maxBody  = 2 << 20
	maxWords = 64 << 10
	longest  = 30 * time.Second
	boxTime  = 55 * time.Second
)

// op describes an operation that takes a few words.
func op(method, path, id, summary string) huma.Operation {
	return huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary, MaxBodyBytes: maxWords}
}

// withText lets an operation take a whole text.
func withText(o huma.Operation) huma.Operation {
	o.MaxBodyBytes = maxBody
	return o
}

// slow lets an operation take as long as a whole card box does.
func slow(o huma.Operation) huma.Operation {
	o.Metadata = map[string]any{takesLong: true}
	return o
}

const takesLong = "takes long"

func status(o huma.Operation, code int) huma.Operation {
	o.DefaultStatus = code
	return o
}

// handle registers an operation: its input is text throughout, its errors are problems,
// and it ends in time.
func handle[I, O any](s server, o huma.Operation, f func(context.Context, *I) (*O, error)) {
	limit := longest
	if o.Metadata[takesLong] != nil {
		limit = boxTime
	}
	huma.Register(s.api, o, func(ctx context.Context, in *I) (*O, error) {
		if where, why := illegible(reflect.ValueOf(in).Elem(), ""); where != "" {
			return nil, huma.Error422UnprocessableEntity(why, &huma.ErrorDetail{Message: why, Location: where})
		}
		ctx, cancel := context.WithTimeout(ctx, limit)
		defer cancel()
		out, err := f(ctx, in)
		if err != nil {
			return nil, problem(ctx, s.log, err)
		}
		return out, nil
	})
}

// illegible finds a string in a request that is no text: broken UTF-8, half of a
// surrogate pair (which JSON turns into a replacement character), or a control
// character. It gives where it stands, and what is wrong.
func illegible(v reflect.Value, at string) (where, why string) {
	switch v.Kind() {
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			return illegible(v.Elem(), at)
		}
	case reflect.Struct:
		if v.Type() == reflect.TypeFor[time.Time]() {
			return "", ""
		}
		for i := range v.NumField() {
			f := v.Type().Field(i)
			if !f.IsExported() {
				continue
			}
			if where, why := illegible(v.Field(i), member(at, f)); where != "" {
				return where, why
			}
		}
	case reflect.Slice:
		if v.Type().Elem().Kind() == reflect.Uint8 {
			return "", ""
		}
		for i := range v.Len() {
			if where, why := illegible(v.Index(i), fmt.Sprintf("%s[%d]", at, i)); where != "" {
				return where, why
			}
		}
	case reflect.String:
		if line := badLine(v.String()); line > 0 {
			return at, fmt.Sprintf("line %d: this is not text; expected plain UTF-8", line)
		}
	}
	return "", ""
}

// member names a field as a request does.
func member(at string, f reflect.StructField) string {
	for _, in := range []string{"path", "query", "header"} {
		if name := f.Tag.Get(in); name != "" {
			return in + "." + strings.Split(name, ",")[0]
		}
	}
	name := strings.Split(f.Tag.Get("json"), ",")[0]
	switch {
	case f.Anonymous && name == "":
		return at
	case f.Name == "Body" && at == "":
		return "body"
	case name == "":
		name = f.Name
	}
	return strings.TrimPrefix(at+"."+name, ".")
}

// badLine gives the line of the first character that is no text, 0 where all is.
func badLine(s string) int {
	line := 1
	for i, r := range s {
		switch {
		case r == '\n':
			line++
		case r == utf8.RuneError:
			if _, n := utf8.DecodeRuneInString(s[i:]); n >= 1 {
				return line
			}
		case unicode.IsControl(r) && r != '\t' && r != '\r':
			return line
		}
	}
	return 0
}
