// Command mothledger is the ledger: the server, and the text commands that need
// no database.
package main

import (
	"errors"
	"fmt"
	"os"

	"github.com/spf13/cobra"
)

// Exit codes: 1 for bad input or a failure, 2 for a command line that is wrong.
const (
	exitFailure = 1
	exitUsage   = 2
)

type usageError struct{ error }

func main() {
	root := &cobra.Command{
		Use:           "mothledger",
		Short:         "A fly tying club's ledger of dressings and their variants",
		SilenceErrors: true, SilenceUsage: true,
		Args: func(cmd *cobra.Command, args []string) error {
			if len(args) > 0 {
				return usageError{fmt.Errorf("unknown command %q", args[0])}
			}
			return nil
		},
		RunE: func(cmd *cobra.Command, _ []string) error { return cmd.Help() },
	}
	root.CompletionOptions.DisableDefaultCmd = true
	root.SetFlagErrorFunc(func(_ *cobra.Command, err error) error { return usageError{err} })
	root.AddCommand(withWords(readCommand()), withWords(writeCommand()), withWords(measureCommand()), withWords(compareCommand()), materialCommand(), nearnessCommand(), wordsCommand(), serveCommand(), startCommand(), bagCommand(), openapiCommand())
	if err := root.Execute(); err != nil {
		fmt.Fprintln(os.Stderr, "mothledger:", err)
		var u usageError
		if errors.As(err, &u) {
			fmt.Fprintln(os.Stderr, "see mothledger --help")
			os.Exit(exitUsage)
		}
		os.Exit(exitFailure)
	}
}

// args wraps cobra's checks of arguments, so that a wrong count is a wrong
// command line.
func args(check cobra.PositionalArgs) cobra.PositionalArgs {
	return func(cmd *cobra.Command, a []string) error {
		if err := check(cmd, a); err != nil {
			return usageError{err}
		}
		return nil
	}
}
