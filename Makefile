# Two commands matter: make demo, and make test. Both install what they need.
# make help tells the others.
SHELL := /bin/bash
.SHELLFLAGS := -eu -o pipefail -c
export CGO_ENABLED := 0

BIN := bin/yellow-parcel
LISTEN ?= 127.0.0.1:8080
GO_FILES := $(shell find . -name '*.go' -not -path './web/node_modules/*') go.mod go.sum
CORE_DATA := $(shell find core demo store -type f -not -name '*.go')
WEB_FILES := $(shell find web/src web/public web/*.ts web/*.json web/*.js web/index.html -type f)

.DEFAULT_GOAL := help
.PHONY: help demo serve watch build test check unit browser client client-current tools golden bench shots fuzz soak clean

help: ## this list
	@sed -n 's/^\([a-z-]*\):.*## \(.*\)/\1	\2/p' $(MAKEFILE_LIST) | expand -t 16

demo: $(BIN) ## serve a fresh copy of the demonstration
	$(BIN) demo --listen $(LISTEN)

serve: $(BIN) ## serve your own data from ./yellow-parcel-data
	$(BIN) serve --listen $(LISTEN)

watch: web/node_modules/.package-lock.json ## edit and see: the demonstration, server and screens reloading as files change
	bench/watch $(LISTEN)

build: $(BIN) ## the one binary, screens and all

$(BIN): $(GO_FILES) $(CORE_DATA) web/dist/index.html api/openapi.json
	@echo "== building $(BIN)"
	go build -trimpath -o $(BIN) ./cmd/yellow-parcel

web/node_modules/.package-lock.json: web/package.json web/package-lock.json
	@echo "== installing the front end's packages"
	cd web && npm ci --no-audit --no-fund

web/dist/index.html: $(WEB_FILES) web/node_modules/.package-lock.json
	@echo "== building the screens"
	cd web && npm run --silent build
	go run ./web/notices web/dist/notices.txt web/node_modules/@fontsource-variable/asap

tools: ## Chromium for the browser tests, by apt where it is missing
	@command -v chromium-headless-shell >/dev/null || { echo "== installing Chromium"; \
	  if [ "$$(id -u)" = 0 ]; then as=; else as=sudo; fi; \
	  $$as apt-get update -qq; $$as apt-get install -y -qq --no-install-recommends chromium-headless-shell >/dev/null; }

# Checks and tests that need no browser run side by side, each told when it is done.
test: tools $(BIN) ## everything: build, checks, all tests
	@$(MAKE) --no-print-directory -j2 --output-sync=target check unit
	@$(MAKE) --no-print-directory browser
	@echo "== the slowest tests, in seconds"
	@sort -rn bin/took-*.txt | sed -n 1,10p

check: $(BIN) client-current ## formatting, vet, staticcheck, types, lint, unused code
	@echo "== formatting, vet, staticcheck, types, lint, unused code"
	@unformatted=$$(gofmt -l $$(git ls-files -co --exclude-standard '*.go')); test -z "$$unformatted" || { echo "not formatted: $$unformatted"; exit 1; }
	go vet ./...
	go tool staticcheck ./...
	cd web && npm run --silent types && npm run --silent lint && npm run --silent unused

unit: ## the tests that need no browser
	@echo "== tests"
	@mkdir -p bin
	go test -json $$(go list ./... | grep -v /e2e) | go run ./bench/told bin/took-unit.txt

browser: $(BIN) tools ## the tests that drive the screens
	@echo "== browser tests"
	go test -json -count=1 -timeout 14m ./e2e | go run ./bench/told bin/took-browser.txt

golden: ## what comes of a hundred jobs, and of the cut planner's problems, written anew: read the difference
	go test -count=1 -run ComeTo ./core/golden ./core/trim ./core/proof -args -rewrite

client: web/node_modules/.package-lock.json ## the API's description and the typed client from it
	go run ./cmd/yellow-parcel openapi > api/openapi.json.new && mv api/openapi.json.new api/openapi.json
	cd web && npm run --silent client

client-current: web/node_modules/.package-lock.json
	@echo "== is the typed client current?"
	@cd web && npx --no-install openapi-typescript ../api/openapi.json -o node_modules/.schema.ts >/dev/null && \
	  cmp -s node_modules/.schema.ts src/api/schema.ts || { echo "web/src/api/schema.ts is stale: run make client"; exit 1; }

bench: $(BIN) ## the plan on one core, a keystroke in the browser, and the cut planner beside other packers
	go test -run '^$$' -bench . -cpu 1 ./core/pipeline ./core/proof ./core/trim
	go test -run '^$$' -bench Keystroke ./e2e
	cd bench/trim && npm ci --no-audit --no-fund --silent
	go run ./bench/trim
	bench/history/run

# An input that fails is kept as it was found: making it shorter can take for ever.
FUZZ := -fuzztime 60s -fuzzminimizetime 1x

fuzz: ## each reader for a minute
	go test -run '^$$' -fuzz FuzzParse $(FUZZ) ./core/measure
	go test -run '^$$' -fuzz FuzzWritten $(FUZZ) ./core/measure
	go test -run '^$$' -fuzz FuzzQuantities $(FUZZ) ./core/measure
	go test -run '^$$' -fuzz 'FuzzRead$$' $(FUZZ) ./core/pipeline
	go test -run '^$$' -fuzz FuzzReadSVG $(FUZZ) ./draw
	go test -run '^$$' -fuzz FuzzReadCarrier $(FUZZ) ./core/catalog
	go test -run '^$$' -fuzz FuzzPaper $(FUZZ) ./core/card
	go test -run '^$$' -fuzz FuzzRead $(FUZZ) ./shelf
	go test -run '^$$' -fuzz FuzzRatio $(FUZZ) ./core/post
	go test -run '^$$' -fuzz FuzzReprice $(FUZZ) ./core/post
	go test -run '^$$' -fuzz FuzzTools $(FUZZ) ./core/job
	go test -run '^$$' -fuzz FuzzSwitch $(FUZZ) ./core/job
	go test -run '^$$' -fuzz FuzzSearch $(FUZZ) ./store
	go test -run '^$$' -fuzz FuzzWrite $(FUZZ) ./core/cells
	go test -run '^$$' -fuzz FuzzReadArchive $(FUZZ) ./archive
	go test -run '^$$' -fuzz FuzzPages $(FUZZ) ./store/pages

shots: $(BIN) tools ## the pictures in docs/screenshots, from the demonstration
	go run ./shots docs/screenshots

soak: $(BIN) tools ## long forms: accessibility in every size and theme; 50,000 jobs; 1,000 kills; 50,000 hostile requests; 10,000 times the shelf undone in any order; 3,000 spoiled archives; 1,000 sequences of what outlives a job; eight makers for four minutes
	YELLOW_PARCEL_CHECK=10000 go test -count=1 -timeout 60m ./core/check -args -seed $$RANDOM
	YELLOW_PARCEL_KILLS=1000 go test -count=1 -timeout 90m -v -run 'TestKillsLose|TestAKilledServer' ./cmd/yellow-parcel
	YELLOW_PARCEL_KILLS=100 go test -count=1 -timeout 30m -v -run 'TestKilled|TestAKilledArchive' ./cmd/yellow-parcel
	YELLOW_PARCEL_COPIES=1000 YELLOW_PARCEL_MEND=1000 go test -count=1 -timeout 120m -v -run 'TestAGoodCopy|TestMendingLoses' ./store
	YELLOW_PARCEL_UNDO=10000 go test -count=1 -timeout 120m -run TestUndoneIsNeverDone ./store
	YELLOW_PARCEL_ARCHIVES=3000 go test -count=1 -timeout 60m -run TestAnArchiveSaysWhatItLikes ./api
	YELLOW_PARCEL_SEQUENCES=1000 go test -count=1 -timeout 60m -run TestWhatOutlivesAJob ./api
	YELLOW_PARCEL_HOSTILE=50000 go test -count=1 -timeout 60m -v -run TestHostile ./cmd/yellow-parcel
	YELLOW_PARCEL_LOAD=240 go test -count=1 -timeout 10m -v -run TestEightMakers ./api
	go test -run '^$$' -bench ListOfMany ./store
	YELLOW_PARCEL_SOAK=1 go test -count=1 -timeout 40m -run TestEveryViewIsAccessible ./e2e

clean: ## away with all that is built and installed here
	rm -rf bin web/node_modules
	find web/dist -mindepth 1 -not -name .gitkeep -delete
