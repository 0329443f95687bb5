import pkgutil
from importlib import resources
from pathlib import Path

A = pkgutil.get_data(__name__, "report.txt")
B = resources.files(__package__) / "report.txt"
C = Path(__file__).parent / "report.txt"
D = resources.files("waxmoor.hives") / "report.txt"
