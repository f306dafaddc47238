package frame

import "testing"

func TestLoopback(t *testing.T) {
	for host, want := range map[string]bool{
		"localhost": true, "LOCALHOST:8080": true, "127.0.0.1:8080": true, "127.8.0.1": true, "[::1]:80": true, "[::1]": true, "::1": true,
		"192.168.1.4:8080": false, "shed.local": false, "localhost.example": false, "": false, "[fe80::1]:80": false,
	} {
		if got := loopback(host); got != want {
			t.Errorf("%q is this machine alone: %v", host, got)
		}
	}
}
