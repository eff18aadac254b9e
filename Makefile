.PHONY: demo test lint bench mutants fuzz kill soak screenshots count docs wheel prepare

prepare:
	@bash tools/prepare.sh

demo: prepare
	@bash tools/demo.sh

test: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python -m pytest

lint: prepare
	.venv/bin/ruff check .
	.venv/bin/ruff format --check -q .
	.venv/bin/mypy
	.venv/bin/lint-imports --no-logo
	.venv/bin/python tools/words.py

bench: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python benchmarks/run.py

mutants: prepare
	.venv/bin/python tools/mutants.py

N ?= 20000
FROM ?= 2000

fuzz: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python tools/fuzz.py $(N) $(FROM)

kill: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python tools/kill.py $(N)

MINUTES ?= 30

soak: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python tools/soak.py $(MINUTES)

screenshots: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python tools/screenshots.py

docs: prepare
	.venv/bin/python tools/docs.py

wheel: prepare
	@bash tools/wheel.sh

count:
	@python3 tools/count.py
