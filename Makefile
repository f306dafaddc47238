# What there is to do with Glebata. `make test` is what CI runs.

GO ?= go
CSS = web/static/app.css

.PHONY: test deep check browser css css-stale demo shots bench race truth mutants golden fuzz kills chaos

test: check css-stale browser ## formatting, vet, staticcheck, stylesheet, all tests
	$(GO) test -count=1 -vet=off ./...

deep: browser ## each check in full: every page in every setting, long simulations, a thousand kills, hours of chaos in minutes
	GLEBATA_DEEP=1 GLEBATA_KILLS=1000 $(GO) test -count=1 -timeout 150m ./...
	$(GO) run ./cmd/truth
	$(GO) run ./cmd/mutants

check:
	@bad=$$(gofmt -l $$(git ls-files -co --exclude-standard '*.go')); if [ -n "$$bad" ]; then echo "not formatted: $$bad"; exit 1; fi
	$(GO) vet ./...
	$(GO) tool staticcheck ./...

# Chromium from Debian's packages, when it is not there yet: the one without windows, which does
# half the work for a page, or the usual where there is none.
browser:
	@if command -v chromium-headless-shell >/dev/null || command -v chromium >/dev/null; then exit 0; fi; \
	echo "installing chromium"; \
	if [ "$$(id -u)" = 0 ]; then as=; elif command -v sudo >/dev/null; then as=sudo; else \
	echo "Chromium is missing and only root can install it: apt-get install chromium-headless-shell" >&2; exit 1; fi; \
	get() { DEBIAN_FRONTEND=noninteractive $$as apt-get install -y -qq --no-install-recommends $$1 >/dev/null; }; \
	$$as apt-get update -qq && { get chromium-headless-shell || get chromium; }

node_modules/.package-lock.json: package.json package-lock.json
	npm ci --no-audit --no-fund
	@touch $@

css: node_modules/.package-lock.json ## rebuild the stylesheet
	npm run --silent css

css-stale: node_modules/.package-lock.json
	@new=$$(mktemp --suffix=.css) && npx --no-install tailwindcss -i web/styles/app.css -o $$new --minify 2>/dev/null && \
	if ! cmp -s $$new $(CSS); then rm -f $$new; echo "$(CSS) is stale: run make css and commit it" >&2; exit 1; fi; rm -f $$new

demo: ## the program with invented data
	$(GO) run ./cmd/glebata demo

shots: browser ## the pictures of the documentation, from the demo
	$(GO) build -o glebata ./cmd/glebata
	@./glebata demo --listen 127.0.0.1:8099 & pid=$$!; trap "kill $$pid" EXIT; sleep 2; \
	$(GO) run ./e2e/shots -at http://127.0.0.1:8099 -to docs/screenshots

bench: ## what the work costs: rules, pages, start, memory
	$(GO) test -run '^$$' -bench . -benchmem ./core/... ./web/... ./cmd/...

race: browser ## the tests with the race detector, the chaos one shorter
	GLEBATA_CHAOS=200 $(GO) test -race -count=1 -timeout 30m ./...

truth: ## each rule of the core against its own plain reference, ten thousand cases each, and what chance does to its verdicts and ranges
	$(GO) run ./cmd/truth
	GLEBATA_DEEP=1 $(GO) test -count=1 -timeout 90m ./core/harvest ./core/trial

mutants: ## N one-line mutants of the rules, and which of them the tests beside them let live
	$(GO) run ./cmd/mutants -n $(or $(N),200)

golden: ## write down anew what is made of the demo: read the difference before it is committed
	GLEBATA_GOLDEN=write $(GO) test -count=1 ./core/... ./garden/...

fuzz:
	$(GO) test -run '^$$' -fuzz FuzzParse -fuzztime 1m ./core/measure
	$(GO) test -run '^$$' -fuzz FuzzReadWeather -fuzztime 1m ./openformat

kills: ## a thousand kills of a program that writes
	GLEBATA_KILLS=1000 $(GO) test -count=1 -timeout 60m -v -run TestAnsweredSurvivesAKill ./store

chaos: ## random use-case calls for hours, or as long as FOR says
	GLEBATA_CHAOS=$(or $(FOR),2h) $(GO) test -count=1 -timeout 24h -v -run TestChaos ./web
