"""What tools make anew is told by its path, and nothing else is."""

from yandrel.layout.patterns import match_glob
from yandrel.survey.generated import generated_patterns

MADE = {
    "src/generated/graph.ts": "**/generated/**",
    "generated/graph.ts": "**/generated/**",
    "api/hives.pb.go": "**/*.pb.go",
    "hives_pb2.py": "**/*_pb2.py",
    "App/Hive.g.cs": "**/*.g.cs",
    "src/client.generated.ts": "**/*.generated.*",
}
WRITTEN = ["src/generator/graph.ts", "src/generated.ts", "api/hives.go", "src/pb2.py", "App/Hive.cs"]


def test_each_has_the_pattern_that_fits_it() -> None:
    for unit, pattern in MADE.items():
        assert generated_patterns([unit]) == (pattern,)
        assert match_glob(pattern, unit)


def test_what_is_written_by_hand_has_none() -> None:
    assert generated_patterns(WRITTEN) == ()
