PYTHON ?= python3
BIN := .venv/bin

# Bytecode is kept, as where Yandrel is installed: each of many short runs would compile it again.
unexport PYTHONDONTWRITEBYTECODE

.PHONY: demo test bench attack docs clean

MINUTES ?= 10

.venv/ready: pyproject.toml
	$(PYTHON) -m venv .venv
	$(BIN)/python -m pip install --quiet --upgrade pip
	$(BIN)/python -m pip install --quiet -e '.[dev]'
	touch .venv/ready

demo: .venv/ready
	$(BIN)/yandrel demo waxmoor-demo --replace
	$(BIN)/yandrel demo waxmoor-one-file --one-file flask --replace

test: .venv/ready
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	$(BIN)/mypy
	$(BIN)/python -m pytest -rsf -n auto --dist worksteal
	$(BIN)/yandrel check

bench: .venv/ready
	$(BIN)/python -m benchmarks.run

attack: .venv/ready
	$(BIN)/python -m benchmarks.attack --minutes $(MINUTES)

docs: .venv/ready
	$(BIN)/python -m tools.write_docs

clean:
	rm -rf .venv waxmoor-demo waxmoor-one-file
