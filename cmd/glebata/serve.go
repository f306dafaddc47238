package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net"
	"os"
	"path/filepath"
	"strconv"
	"sync/atomic"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/station"
	"glebata/store"
	"glebata/web"
	"glebata/web/frame"
)

const usualAddress = "127.0.0.1:8080"

// realClock tells today in the machine's own zone.
type realClock struct{}

func (realClock) Today() measure.Day { return measure.FromTime(time.Now()) }

// pinnedClock stands still until it is stepped. Safe for concurrent use.
type pinnedClock struct{ day atomic.Int64 }

func pinned(day measure.Day) *pinnedClock {
	c := &pinnedClock{}
	c.day.Store(int64(day))
	return c
}

func (c *pinnedClock) Today() measure.Day { return measure.Day(c.day.Load()) }
func (c *pinnedClock) Step(days int)      { c.day.Add(int64(days)) }

// stillClock shows one day for as long as the program runs. It cannot be stepped.
type stillClock measure.Day

func (c stillClock) Today() measure.Day { return measure.Day(c) }

func demoCommand() *cobra.Command {
	var listen, today string
	var bags, seasons int
	var open bool
	cmd := &cobra.Command{
		Use:   "demo",
		Short: "Start with invented data in a temporary file, on a pinned day",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			day := demo.Today()
			if today != "" {
				var err error
				if day, err = measure.ParseDay(today); err != nil {
					return fmt.Errorf("--today: %w", err)
				}
				if day < demo.Today() {
					return fmt.Errorf("--today: the demo's log runs to %s; pin it to that day or a later one", demo.Today().ISO())
				}
			}
			if bags < 0 || bags > 2000 || seasons < 1 || seasons > 30 {
				return errors.New("--bags takes up to 2000 and --seasons 1 to 30")
			}
			return runDemo(cmd.Context(), cmd.OutOrStdout(), demoOptions{listen, day, bags, seasons, open})
		},
	}
	cmd.Flags().StringVar(&listen, "listen", usualAddress, "address to listen on")
	cmd.Flags().BoolVar(&open, "open", false, "open it in the browser")
	cmd.Flags().StringVar(&today, "today", "", "day to pin the demo to, like "+demo.Today().ISO())
	cmd.Flags().IntVar(&bags, "bags", 0, "make a larger garden of so many bags, for measuring")
	cmd.Flags().IntVar(&seasons, "seasons", 1, "seasons of the larger garden")
	return cmd
}

// demoOptions of the command line. bags 0 is the demo's own garden.
type demoOptions struct {
	listen        string
	day           measure.Day
	bags, seasons int
	open          bool
}

// runDemo serves the demo from a fresh file that is removed at the end.
func runDemo(ctx context.Context, out io.Writer, o demoOptions) (err error) {
	ln, err := listenOn(o.listen)
	if err != nil {
		return err
	}
	defer func() { _ = ln.Close() }() // closed by serve too
	dir, err := os.MkdirTemp("", "glebata-demo-")
	if err != nil {
		return fmt.Errorf("making the demo's file: %w", err)
	}
	defer func() { err = errors.Join(err, os.RemoveAll(dir)) }()
	s, err := store.Open(ctx, filepath.Join(dir, "demo.glebata"), store.Throwaway)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, s.Close()) }()
	g := garden.Open(s, station.NewWeather(station.UsualSeed))
	defer g.Close()
	if o.bags > 0 {
		err = demo.FillLarger(ctx, g, o.bags, o.seasons)
	} else {
		err = demo.Fill(ctx, g)
	}
	if err != nil {
		return fmt.Errorf("filling the demo: %w", err)
	}
	return serve(ctx, ln, g, pinned(o.day), station.NewDevices(station.UsualSeed), nil, func() {
		fmt.Fprintf(out, "Glebata demo at %s , pinned to %s. Stop with Ctrl-C.\n", addressOf(ln), o.day.ISO())
		if o.open {
			openBrowser(out, addressOf(ln))
		}
	})
}

func serveCommand() *cobra.Command {
	var listen, data, today string
	var hosts []string
	var practice, open bool
	cmd := &cobra.Command{
		Use:   "serve --data FILE",
		Short: "Keep a garden of your own in one file",
		Long:  "Creates the file when it is not there, and brings an older one up to date.",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) (err error) {
			var clock frame.Clock = realClock{}
			if today != "" {
				day, err := measure.ParseDay(today)
				if err != nil {
					return fmt.Errorf("--today: %w", err)
				}
				clock = stillClock(day)
			}
			ln, err := listenOn(listen)
			if err != nil {
				return err
			}
			defer func() { _ = ln.Close() }() // closed by serve too
			s, err := store.Open(cmd.Context(), data, store.Durable)
			if err != nil {
				return err
			}
			defer func() { err = errors.Join(err, s.Close()) }()
			var weather forecast.Station = station.Usual{}
			var devices frame.Devices
			with := ""
			if practice {
				weather, devices = station.NewWeather(station.UsualSeed), station.NewDevices(station.UsualSeed)
				with = " Practice: a simulated scale, probe, thermometer and weather station stand in, and what they give is marked so."
			}
			g := garden.Open(s, weather)
			defer g.Close()
			return serve(cmd.Context(), ln, g, clock, devices, hosts, func() {
				how := "keeping"
				if errors.Is(s.Trouble(), logbook.ErrReadOnly) {
					how = "only reading"
				}
				if today != "" {
					with += " It takes " + clock.Today().ISO() + " for today, and whatever is kept without a day of its own is kept on it."
				}
				out := cmd.OutOrStdout()
				fmt.Fprintf(out, "Glebata at %s , %s %s.%s Stop with Ctrl-C.\n", addressOf(ln), how, data, with)
				if open {
					openBrowser(out, addressOf(ln))
				}
			})
		},
	}
	cmd.Flags().StringVar(&listen, "listen", usualAddress, "address to listen on")
	cmd.Flags().StringVar(&today, "today", "", "take this day for today, like "+demo.Today().ISO())
	cmd.Flags().BoolVar(&open, "open", false, "open it in the browser")
	cmd.Flags().BoolVar(&practice, "practice", false, "let a simulated scale, probe, thermometer and weather station stand in; what they give is marked, and counts in no comparison")
	cmd.Flags().StringSliceVar(&hosts, "host", nil, "a name the garden is reached by, beside the address and localhost; may be given several times")
	return withData(cmd, &data)
}

// listenOn takes an address, or says that it is taken and suggests another.
func listenOn(address string) (net.Listener, error) {
	ln, err := net.Listen("tcp", address)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("%s is in use by another program; try --listen %s", address, freeNear(address))
	}
	if err != nil {
		return nil, fmt.Errorf("listening on %s: %w", address, err)
	}
	return ln, nil
}

// freeNear is the next address up that nothing listens on.
func freeNear(address string) string {
	host, port, err := net.SplitHostPort(address)
	if err != nil {
		return "127.0.0.1:0"
	}
	n, err := strconv.Atoi(port)
	if err != nil {
		return net.JoinHostPort(host, "0")
	}
	for p := n + 1; p <= n+50 && p < 65536; p++ {
		near := net.JoinHostPort(host, strconv.Itoa(p))
		if ln, err := net.Listen("tcp", near); err == nil {
			_ = ln.Close() // only tried
			return near
		}
	}
	return net.JoinHostPort(host, "0")
}

// serve answers until the context ends, then lets requests under way finish.
func serve(ctx context.Context, ln net.Listener, g *garden.Garden, clock frame.Clock, devices frame.Devices, hosts []string, ready func()) error {
	h, err := web.New(g, clock, devices, frame.Options{Listen: ln.Addr().String(), Hosts: hosts})
	if err != nil {
		return err
	}
	server := frame.Server(h)
	done := make(chan error, 1)
	go func() { done <- server.Serve(ln) }()
	ready()
	select {
	case err := <-done:
		return fmt.Errorf("serving: %w", err)
	case <-ctx.Done():
	}
	last, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	if err := server.Shutdown(last); err != nil {
		return fmt.Errorf("stopping: %w", err)
	}
	return nil
}
