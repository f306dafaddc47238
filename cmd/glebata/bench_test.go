package main

import (
	"fmt"
	"os"
	"regexp"
	"strconv"
	"strings"
	"testing"
)

// BenchmarkDemoStart is from starting the built program to the whole first page
// of the demo; it reports the resident memory then.
func BenchmarkDemoStart(b *testing.B) {
	path := build(b)
	var rss float64
	for b.Loop() {
		p := start(b, path, "demo")
		if page := p.get(b, "/"); !strings.Contains(page, "</html>") {
			b.Fatal("no page")
		}
		rss = residentMB(b, p.cmd.Process.Pid)
		b.StopTimer()
		p.stop(b)
		b.StartTimer()
	}
	b.ReportMetric(float64(b.Elapsed().Milliseconds())/float64(b.N), "ms/start")
	b.ReportMetric(rss, "MB-resident")
}

// residentMB reads VmRSS of a process, which Linux alone tells.
func residentMB(b *testing.B, pid int) float64 {
	status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	if err != nil {
		b.Skip("resident memory is read from /proc: ", err)
	}
	found := regexp.MustCompile(`VmRSS:\s+(\d+) kB`).FindSubmatch(status)
	if found == nil {
		b.Fatal("no VmRSS")
	}
	kb, err := strconv.ParseFloat(string(found[1]), 64)
	if err != nil {
		b.Fatal(err)
	}
	return kb / 1000
}
