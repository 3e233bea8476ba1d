// Package web is the ledger over HTTP: typed operations described by OpenAPI,
// problem answers by RFC 9457, the built front end, and the checks that a
// keeper of the server asks for.
package web

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"path"
	"reflect"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humaecho"
	"github.com/labstack/echo/v4"
	"github.com/labstack/echo/v4/middleware"

	"mothledger/ledger"
)

// policy lets a page load only what this server ships, and run no inline
// script. Style attributes are allowed: the drawings and the primitives set them.
const policy = "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

// New gives the handler for a ledger. files is the built front end; hosts are the names,
// beside those of the loopback and the address that a request comes in on, by which the
// server may be called.
func New(l *ledger.Ledger, files fs.FS, log *slog.Logger, hosts ...string) http.Handler {
	e := echo.New()
	e.HideBanner, e.HidePort = true, true
	e.HTTPErrorHandler = func(err error, c echo.Context) {
		var he *echo.HTTPError
		switch {
		case c.Response().Committed:
		case errors.As(err, &he):
			_ = refuse(c, he.Code, fmt.Sprint(he.Message))
		default:
			log.ErrorContext(c.Request().Context(), "request failed", "error", err)
			_ = refuse(c, http.StatusInternalServerError, "the ledger could not do this; nothing was changed")
		}
	}
	e.Use(middleware.Recover(), guard(hosts), middleware.GzipWithConfig(middleware.GzipConfig{MinLength: 1024, Skipper: func(c echo.Context) bool { return c.Path() == "/api/bag" }}))
	api := describe(e)
	operations(api, l, log)
	e.GET("/healthz", func(c echo.Context) error { return c.String(http.StatusOK, "ok\n") })
	e.GET("/readyz", func(c echo.Context) error {
		if err := l.Ready(c.Request().Context()); err != nil {
			return c.String(http.StatusServiceUnavailable, "the database does not answer\n")
		}
		return c.String(http.StatusOK, "ready\n")
	})
	pages(e, files)
	return e
}

func init() { huma.DefaultArrayNullable = false } // lists are empty, never null

func describe(e *echo.Echo) huma.API {
	cfg := huma.DefaultConfig("Moth Ledger", "1")
	cfg.OpenAPIPath, cfg.DocsPath, cfg.SchemasPath = "/api/openapi", "", ""
	cfg.CreateHooks = nil // no $schema links in answers
	cfg.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	vocabularies(cfg.Components.Schemas)
	return humaecho.New(e, cfg)
}

// schemaName tells the core's types apart by their package: a hook as written
// (DressingHook) from a hook in the vice (ProportionHook).
func schemaName(t reflect.Type, hint string) string {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	name := huma.DefaultSchemaNamer(t, hint)
	if pkg, ok := strings.CutPrefix(t.PkgPath(), "mothledger/core/"); ok && t.Name() != "" {
		prefix := strings.ToUpper(pkg[:1]) + pkg[1:]
		if prefix != name {
			return prefix + name
		}
	}
	return name
}

// Description gives the OpenAPI description as JSON.
func Description() ([]byte, error) {
	api := describe(echo.New())
	operations(api, nil, slog.Default())
	return api.OpenAPI().MarshalJSON()
}

// guard sets the headers that every answer has, and refuses requests that came by a name
// this server does not have (a page elsewhere may have its name resolve to the loopback
// address) and writes that another site's page sends.
func guard(hosts []string) echo.MiddlewareFunc {
	origins := http.NewCrossOriginProtection()
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c echo.Context) error {
			h := c.Response().Header()
			h.Set("Content-Security-Policy", policy)
			h.Set("X-Content-Type-Options", "nosniff")
			h.Set("Referrer-Policy", "no-referrer")
			h.Set("Cross-Origin-Opener-Policy", "same-origin")
			r := c.Request()
			if !ours(r, hosts) && r.URL.Path != "/healthz" && r.URL.Path != "/readyz" {
				return refuse(c, http.StatusMisdirectedRequest, "this server is not called by that name; start it with --host to let it be")
			}
			if err := origins.Check(r); err != nil {
				return refuse(c, http.StatusForbidden, "this request comes from another site")
			}
			return next(c)
		}
	}
}

// refuse answers with a problem before any operation is reached.
func refuse(c echo.Context, status int, why string) error {
	c.Response().Header().Set(echo.HeaderContentType, "application/problem+json")
	c.Response().WriteHeader(status)
	return json.NewEncoder(c.Response()).Encode(huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: why})
}

// ours tells whether a request names this server.
func ours(r *http.Request, hosts []string) bool {
	name := r.Host
	if host, _, err := net.SplitHostPort(name); err == nil {
		name = host
	}
	name = strings.Trim(strings.ToLower(name), "[]")
	if name == "localhost" || slices.Contains(hosts, name) {
		return true
	}
	ip, err := netip.ParseAddr(name)
	if err != nil {
		return false
	}
	if ip.IsLoopback() {
		return true
	}
	at, ok := r.Context().Value(http.LocalAddrContextKey).(net.Addr)
	if !ok {
		return false
	}
	on, err := netip.ParseAddrPort(at.String())
	return err == nil && on.Addr().Unmap() == ip.Unmap()
}

// pages serves the front end: hashed files for good, and its page for every
// other address.
func pages(e *echo.Echo, files fs.FS) {
	server := http.FileServerFS(files)
	e.GET("/*", func(c echo.Context) error {
		p := strings.TrimPrefix(path.Clean(c.Request().URL.Path), "/")
		if strings.HasPrefix(p, "api/") || p == "api" {
			return echo.NewHTTPError(http.StatusNotFound, "there is no such address")
		}
		if st, err := fs.Stat(files, p); err == nil && !st.IsDir() && p != "index.html" {
			if strings.HasPrefix(p, "assets/") {
				c.Response().Header().Set("Cache-Control", "public, max-age=31536000, immutable")
			}
			server.ServeHTTP(c.Response(), c.Request())
			return nil
		}
		if strings.HasPrefix(p, "assets/") {
			return echo.NewHTTPError(http.StatusNotFound, "there is no such file")
		}
		page, err := fs.ReadFile(files, "index.html")
		if err != nil {
			return c.HTML(http.StatusOK, "<!doctype html><title>Moth Ledger</title><p>This build has no front end. Run ./start, which builds it.</p>")
		}
		c.Response().Header().Set("Cache-Control", "no-cache")
		return c.HTMLBlob(http.StatusOK, page)
	})
}

// place says where in a request a field stands: the hook in the vice, and what of a list is
// asked for, are part of the address, everything else of the body.
func place(field string) string {
	switch field {
	case "size", "shank", "hook", "after", "part", "of", "day":
		return "query." + field
	}
	return "body." + field
}

// problem turns an error of the ledger into an answer that says what was wrong
// and where.
func problem(ctx context.Context, log *slog.Logger, err error) error {
	var f *ledger.Fault
	var a *ledger.Absent
	var s *ledger.Stale
	var told huma.StatusError
	switch {
	case err == nil:
		return nil
	case errors.As(err, &told):
		return err
	case errors.As(err, &s):
		return &StaleProblem{huma.ErrorModel{Status: http.StatusPreconditionFailed, Title: http.StatusText(http.StatusPreconditionFailed), Detail: s.Error()}, *s}
	case errors.As(err, &f):
		return huma.Error422UnprocessableEntity(f.Msg, &huma.ErrorDetail{Message: f.Msg, Location: place(f.Field)})
	case errors.As(err, &a):
		return huma.Error404NotFound(a.Msg)
	case errors.Is(err, ledger.ErrNotFound):
		return huma.Error404NotFound("there is no such page in the ledger")
	case errors.Is(err, context.Canceled):
		return huma.NewError(499, "the request was given up")
	}
	log.ErrorContext(ctx, "request failed", "error", err)
	switch {
	case errors.Is(err, ledger.ErrUnsure):
		return huma.Error503ServiceUnavailable("the database went away while this was being kept; it may have been done or not. Send the same again: it counts once")
	case errors.Is(err, ledger.ErrAway):
		return huma.Error503ServiceUnavailable("the database does not answer; nothing was changed. Try again in a moment")
	case errors.Is(err, context.DeadlineExceeded):
		return huma.Error503ServiceUnavailable("this took too long and was given up; nothing was changed")
	case errors.Is(err, ledger.ErrUnkept):
		return huma.Error422UnprocessableEntity("the ledger cannot keep this as it stands; nothing was changed")
	}
	return huma.Error500InternalServerError("the ledger could not do this; nothing was changed")
}
