package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/signal"
	"path/filepath"
	"strings"
	"syscall"

	"github.com/spf13/cobra"

	"mothledger/exchange/bag"
	"mothledger/ledger"
	"mothledger/localpg"
	"mothledger/store"
)

// where says which ledger a command works on: a database, or the folder of a start.
type where struct{ database, data string }

func (w *where) flags(c *cobra.Command) {
	c.Flags().StringVar(&w.database, "database", "", "address of the database, as the role that owns the tables")
	c.Flags().StringVar(&w.data, "data", ".data", "folder of a ledger that start made, running or not")
}

// on gives the address of the ledger's database to f. A folder's PostgreSQL is started
// for it where it does not run.
func (w *where) on(ctx context.Context, f func(url string) error) error {
	if w.database != "" {
		return f(w.database)
	}
	data, held, err := folder(w.data)
	if err != nil {
		return err
	}
	var pg *localpg.Server
	if held == nil {
		pg, err = localpg.Attach(ctx, data)
	} else {
		defer func() { _ = held.Close() }()
		pg, err = localpg.Start(ctx, data, false)
	}
	if err != nil {
		return err
	}
	defer pg.Stop()
	url, err := pg.Database(ctx, "mothledger")
	if err != nil {
		return err
	}
	return f(url)
}

func bagCommand() *cobra.Command {
	c := &cobra.Command{Use: "bag", Short: "Take the whole ledger out, put it in, or check what was taken out", Args: args(cobra.NoArgs),
		RunE: func(cmd *cobra.Command, _ []string) error { return cmd.Help() }}
	c.AddCommand(bagOutCommand(), bagInCommand(), bagCheckCommand())
	return c
}

func interruptible(ctx context.Context) (context.Context, context.CancelFunc) {
	return signal.NotifyContext(ctx, os.Interrupt, syscall.SIGTERM, syscall.SIGHUP)
}

func bagOutCommand() *cobra.Command {
	var w where
	c := &cobra.Command{Use: "out PATH", Short: "Write the whole ledger into a bag: a folder, or a ZIP file where the name ends so", Args: args(cobra.ExactArgs(1)),
		RunE: func(cmd *cobra.Command, a []string) error {
			ctx, stop := interruptible(cmd.Context())
			defer stop()
			if w.database == "" {
				if _, err := os.Stat(filepath.Join(w.data, "pg")); err != nil {
					return fmt.Errorf("there is no ledger in %s; name its folder with --data, or its database with --database", w.data)
				}
			}
			return w.on(ctx, func(url string) error {
				if err := store.Migrate(ctx, url); err != nil {
					return err
				}
				s, err := store.Open(ctx, url)
				if err != nil {
					return err
				}
				defer func() { _ = s.Close() }()
				if err := takeOut(ctx, ledger.New(s), a[0]); err != nil {
					return err
				}
				_, err = fmt.Fprintf(cmd.OutOrStdout(), "the ledger is in %s\n", a[0])
				return err
			})
		}}
	w.flags(c)
	return c
}

func takeOut(ctx context.Context, l *ledger.Ledger, path string) error {
	b, err := bag.Create(path)
	if err != nil {
		return err
	}
	return l.TakeOut(ctx, b)
}

func bagInCommand() *cobra.Command {
	var w where
	c := &cobra.Command{Use: "in PATH", Short: "Put a bag into an empty ledger, all of it or nothing", Args: args(cobra.ExactArgs(1)),
		RunE: func(cmd *cobra.Command, a []string) error {
			ctx, stop := interruptible(cmd.Context())
			defer stop()
			b, err := bag.Open(a[0])
			if err != nil {
				return err
			}
			defer func() { _ = b.Close() }()
			return w.on(ctx, func(url string) error {
				if err := store.Migrate(ctx, url); err != nil {
					return err
				}
				in, err := ledger.PutIn(ctx, url, b)
				if err != nil {
					return err
				}
				out := cmd.OutOrStdout()
				_, _ = fmt.Fprintf(out, "%d dressings are in the ledger\n", in.Dressings)
				if n := len(in.Changed); n > 0 {
					_, _ = fmt.Fprintf(out, "%d of them were changed by hand and have a new revision: folio %s\n", n, strings.Trim(strings.ReplaceAll(fmt.Sprint(in.Changed), " ", ", "), "[]"))
				}
				for _, ask := range in.Asked {
					_, _ = fmt.Fprintf(out, "no parent is linked: %s\n", ask)
				}
				return nil
			})
		}}
	w.flags(c)
	return c
}

func bagCheckCommand() *cobra.Command {
	return &cobra.Command{Use: "check PATH", Short: "Name what is damaged in a bag", Args: args(cobra.ExactArgs(1)),
		RunE: func(cmd *cobra.Command, a []string) error {
			b, err := bag.Open(a[0])
			if err != nil {
				return err
			}
			defer func() { _ = b.Close() }()
			damage, err := ledger.CheckBag(b)
			if err != nil {
				return err
			}
			for _, d := range damage {
				_, _ = fmt.Fprintln(cmd.OutOrStdout(), d)
			}
			if n := len(damage); n > 0 {
				return errors.New("the bag is damaged")
			}
			_, err = fmt.Fprintln(cmd.OutOrStdout(), "the bag is whole")
			return err
		}}
}
