// Truth holds each rule of the core against its own plain reference, on as many random
// cases as it is asked for.
package main

import (
	"flag"
	"fmt"
	"os"

	"glebata/truth"
)

func main() {
	cases := flag.Int("cases", 10_000, "random cases of each rule")
	seed := flag.Uint64("seed", 1, "what they are drawn from")
	flag.Parse()
	wrong := 0
	for _, r := range truth.Rules() {
		n, first := r.Check(*cases, *seed)
		wrong += n
		fmt.Printf("%-34s %d of %d disagree\n", r.Name, n, *cases)
		if n > 0 {
			fmt.Println("  first:", first)
		}
	}
	if wrong > 0 {
		os.Exit(1)
	}
}
