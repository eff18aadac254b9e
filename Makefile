.PHONY: demo test lint bench mutants fuzz fuzz-guided kill soak screenshots count docs wheel prepare

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

fuzz: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python tools/fuzz.py $(or $(N),20000) $(or $(FROM),2000)

# Not among the locked packages: the guided fuzzer has no build for every machine.
fuzz-guided: prepare
	.venv/bin/python -m pip install -q --disable-pip-version-check atheris==3.0.0
	QT_QPA_PLATFORM=offscreen .venv/bin/python tools/fuzz_guided.py "$(or $(DOOR),project)" $(or $(SECONDS),600)

kill: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python tools/kill.py $(or $(N),100)

soak: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python tools/soak.py $(or $(MINUTES),30)

screenshots: prepare
	QT_QPA_PLATFORM=offscreen .venv/bin/python tools/screenshots.py

docs: prepare
	.venv/bin/python tools/docs.py

wheel: prepare
	@bash tools/wheel.sh

count:
	@python3 tools/count.py
