// Command glebata computes, draws and keeps a season of potatoes and sweet
// potatoes grown in bags. See its --help.
package main

import (
	"context"
	"fmt"
	"os"
	"os/signal"
	"syscall"

	"github.com/spf13/cobra"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := command().ExecuteContext(ctx); err != nil {
		fmt.Fprintln(os.Stderr, "glebata:", err)
		stop()
		os.Exit(1)
	}
}

// command is the whole command line.
func command() *cobra.Command {
	root := &cobra.Command{
		Use:   "glebata",
		Short: "Grow potatoes and sweet potatoes in bags: plan, raise, weigh in, compare",
		Long: "Glebata takes over the measuring, arithmetic and record keeping of growing potatoes\n" +
			"and sweet potatoes in bags. Try it with invented data:\n\n  glebata demo\n\n" +
			"and keep a garden of your own in one file:\n\n  glebata serve --data my-garden.glebata",
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	root.AddCommand(demoCommand(), serveCommand(), calcCommand(), backupCommand(), checkCommand(), restoreCommand())
	return root
}
