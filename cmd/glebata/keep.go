package main

import (
	"errors"
	"fmt"
	"time"

	"github.com/spf13/cobra"

	"glebata/store"
)

func backupCommand() *cobra.Command {
	var data string
	cmd := &cobra.Command{
		Use:   "backup FILE --data GARDEN",
		Short: "Write a copy of a garden to a new file, also while the program has it open",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			if err := store.Backup(cmd.Context(), data, args[0]); err != nil {
				return err
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%s is a copy of %s. Keep it on another disk.\n", args[0], data)
			return nil
		},
	}
	return withData(cmd, &data)
}

func checkCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "check GARDEN",
		Short: "Read the whole of a garden's file and say whether it is sound; nothing is changed",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			r, err := store.Look(cmd.Context(), args[0], true)
			if err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			out := cmd.OutOrStdout()
			for _, line := range r.Unsound {
				fmt.Fprintln(out, line)
			}
			if len(r.Unsound) > 0 {
				return errors.New("the file is damaged: restore a backup; the program's own are in " + args[0] + "-backups")
			}
			fmt.Fprintf(out, "%s is sound. Its tables are version %d of %d.\n", args[0], r.Version, r.Newest)
			return nil
		},
	}
}

func restoreCommand() *cobra.Command {
	var data string
	var force bool
	cmd := &cobra.Command{
		Use:   "restore BACKUP --data GARDEN",
		Short: "Put a backup in the place of a garden, after checking it",
		Long:  "A garden that is there is replaced with --force only, and is kept beside.",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			old, err := store.Restore(cmd.Context(), args[0], data, force, time.Now())
			if err != nil {
				return err
			}
			fmt.Fprintf(cmd.OutOrStdout(), "%s is what %s holds.\n", data, args[0])
			if old != "" {
				fmt.Fprintf(cmd.OutOrStdout(), "What was there before is kept as %s.\n", old)
			}
			return nil
		},
	}
	cmd.Flags().BoolVar(&force, "force", false, "replace the garden that is there, keeping it beside")
	return withData(cmd, &data)
}

// withData gives a command the flag that names a garden, which it needs.
func withData(cmd *cobra.Command, data *string) *cobra.Command {
	cmd.Flags().StringVar(data, "data", "", "file that holds the garden")
	if err := cmd.MarkFlagRequired("data"); err != nil {
		panic(err) // the flag is made a line above
	}
	return cmd
}
