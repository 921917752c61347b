# Therapeon needs Go 1.26 and Node 20.19 or newer. Everything else is fetched
# from the package registries. `make help` lists what there is to make.

SHELL := /bin/bash
.DEFAULT_GOAL := help
# The browser that the tests drive: Debian's headless Chromium, which does without
# a window and half the work; else the whole one.
HEADLESS := /usr/bin/chromium-headless-shell
CHROMIUM ?= $(HEADLESS)
export CHROMIUM
GO_CODE := $(shell find api clinic cmd core demo door formats language ledger standin web -name '*.go' -not -name '*_test.go' -o -name '*.yaml' -path 'core/*' -o -name '*.sql' -path 'ledger/*')
STAMP := $(shell git log -1 --abbrev=8 --date=format:'%-d %b %Y' --format='%h of %cd' 2>/dev/null)
PAGE_CODE := $(shell find web/src web/public -type f) web/index.html web/vite.config.ts web/package.json

# In a fresh clone nothing is built or cached yet: the budget of the tests is not held there.
export COLD := $(if $(wildcard bin/staticcheck),,cold)

.PHONY: demo
demo: bin/therapeon ## build, and serve a made-up bench
	@bin/therapeon demo

.PHONY: run
run: bin/therapeon ## build, and serve your own bench
	@bin/therapeon serve

.PHONY: test
test: fresh browser filled ## check everything, the browser included
	@rm -f bin/budget
	$(MAKE) --no-print-directory --jobs 2 --output-sync linted checks
	PROGRAM=$(CURDIR)/bin/therapeon tools/budget browser 240+350 go test -timeout 40m ./e2e/...

.PHONY: linted
linted: page bin/staticcheck bin/tree
	@tools/budget "lint and page" 120 $(MAKE) --no-print-directory lint

.PHONY: checks
checks: page filled ## the tests that need no browser
	tools/budget core 240 go test ./core/...
	tools/budget "api and clinic" 240 go test $$(go list ./... | grep -v -e /e2e -e /core)

# The demo's file for the tests, of today and of this program, made once for all of them.
export DEMO_FILE := $(CURDIR)/bin/demo.sqlite
.PHONY: filled
filled: bin/therapeon
	@test $(DEMO_FILE) -nt bin/therapeon -a "$$(date -r $(DEMO_FILE) +%F 2>/dev/null)" = "$$(date +%F)" || \
		bin/therapeon demo --fill --data $(DEMO_FILE)

.PHONY: torture
torture: page browser filled ## the long forms: every damage of every request, kills in the middle, fuzzing
	TORTURE=1 go test -count 1 -timeout 60m -run 'TestDamaged' -v ./api/
	TORTURE=1 go test -count 1 -timeout 60m -run 'TestAYear|TestNoPlantIsToldTwoThings' -v ./core/aftercare/ ./core/wishes/
	TORTURE=1 go test -count 1 -timeout 60m -run 'TestTorture' -v ./e2e/
	go test -run '^$$' -fuzz FuzzBodies -fuzztime 60s ./api/

.PHONY: mutants
mutants: page browser ## patches that the tests have to catch
	tools/mutants/run

SEED ?= 1
.PHONY: drawn
drawn: ## mutants of the core, drawn by SEED, against each package's own tests
	cd tools && go build -o ../bin/mutants ./mutants
	bin/mutants -draw 30 -seed $(SEED) "$(CURDIR)" $$(go list -f '{{if .TestGoFiles}}./{{slice .ImportPath 10}}{{else if .XTestGoFiles}}./{{slice .ImportPath 10}}{{end}}' ./core/... | grep /core/)

.PHONY: bench
bench: page browser filled ## measure the bars, and say which of them do not hold
	set -o pipefail; go test -run '^$$' -bench . -benchmem -p 1 -timeout 60m \
		./core/... ./clinic/... ./api/... ./e2e/... | tee bin/bench
	tools/bars < bin/bench

.PHONY: lint
lint: page bin/staticcheck bin/tree ## vet, staticcheck, gofmt, eslint, tsc, prettier, tidy, share, lines, pictures, shape
	@test -z "$$(gofmt -l $$(git ls-files '*.go'))" || { echo "not gofmt'ed:"; gofmt -l $$(git ls-files '*.go'); exit 1; }
	go mod tidy -diff
	bin/tree share .
	bin/tree lines .
	bin/tree pictures .
	bin/tree shape .
	go vet ./...
	bin/staticcheck ./...
	cd web && npm run --silent lint

.PHONY: share
share: bin/tree ## the share of tests in the lines with text
	@bin/tree share .

.PHONY: generate
generate: web/node_modules/.package-lock.json bin/sqlc ## queries, contract and its types, from their sources
	cd ledger && ../bin/sqlc generate
	go run ./cmd/therapeon openapi > api/openapi.json
	cd web && npm run --silent types

# Fails when the contract or its types are not what the code says.
.PHONY: fresh
fresh: bin/therapeon
	@bin/therapeon openapi | cmp - api/openapi.json || { echo "api/openapi.json is stale: run make generate"; exit 1; }
	cd web && npm run --silent types:check

.PHONY: screenshots
screenshots: page browser filled ## the pictures in docs/screenshots, from the demo
	SCREENSHOTS=$(CURDIR)/docs/screenshots go test -count 1 -run TestScreenshots ./e2e/

.PHONY: build page
build: bin/therapeon ## the program, with its page inside
page: web/dist/index.html

bin/therapeon: web/dist/index.html $(GO_CODE) api/openapi.json go.mod
	go build -ldflags "-X 'therapeon/api.stamp=$(STAMP)'" -o $@ ./cmd/therapeon

web/node_modules/.package-lock.json: web/package-lock.json
	@command -v npm >/dev/null || { echo "Install Node 20.19 or newer, with npm."; exit 1; }
	cd web && npm ci --no-audit --no-fund --loglevel error
	@touch $@

web/dist/index.html: web/node_modules/.package-lock.json $(PAGE_CODE)
	cd web && npm run --silent build -- --logLevel warn

bin/tree: $(wildcard tools/tree/*.go)
	cd tools && go build -o ../$@ ./tree

bin/staticcheck: tools/go.mod
	cd tools && go build -o ../$@ honnef.co/go/tools/cmd/staticcheck

# The first build of sqlc takes minutes.
bin/sqlc: tools/go.mod
	cd tools && go build -o ../$@ github.com/sqlc-dev/sqlc/cmd/sqlc

.PHONY: browser
browser:
	@test -x "$(CHROMIUM)" || { \
		as=; [ "$$(id -u)" = 0 ] || as="sudo -n"; \
		command -v apt-get >/dev/null && $$as apt-get update -qq && $$as apt-get install -y -qq $(notdir $(HEADLESS)); } || \
		{ echo "The tests need a browser: install Debian's package $(notdir $(HEADLESS)), or name another with CHROMIUM=/path/to/it."; exit 1; }

.PHONY: clean
clean: ## remove what was built
	rm -rf bin web/dist/* web/node_modules e2e/artefacts
	@touch web/dist/.gitkeep

.PHONY: help
help: ## this list
	@grep -hE '^[a-z]+:.*## ' $(MAKEFILE_LIST) | sed -E 's/^([a-z]+):.*## (.*)/  make \1\t\2/' | expand -t 22
