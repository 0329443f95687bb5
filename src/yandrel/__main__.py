"""`python -m yandrel`."""

from yandrel.cli.main import main

main()
