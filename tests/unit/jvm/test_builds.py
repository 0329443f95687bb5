"""Which modules of a build see which others."""

import pytest

from yandrel.languages.jvm.builds import JvmReach, read_modules
from yandrel.model.project import Project

POM = b"""<project>
  <!-- <artifactId>not-this</artifactId> -->
  <parent><artifactId>base</artifactId></parent>
  <dependencyManagement><dependencies>
    <dependency><artifactId>managed</artifactId></dependency>
  </dependencies></dependencyManagement>
  <artifactId>%s</artifactId>
  <dependencies>
    <dependency><groupId>a</groupId><artifactId>%s</artifactId></dependency>
  </dependencies>
  <build><plugins><plugin><dependencies>
    <dependency><artifactId>plugged</artifactId></dependency>
  </dependencies></plugin></plugins></build>
</project>"""
MANIFESTS = {
    "pom.xml": POM % (b"base", b"common"),
    "web/pom.xml": POM % (b"web", b"api"),
    "api/pom.xml": POM % (b"api", b"core-model"),
    "core/pom.xml": POM % (b"core-model", b"outside"),
    "common/pom.xml": POM % (b"common", b"outside"),
    "managed/pom.xml": POM % (b"managed", b"outside"),
    "plugged/pom.xml": POM % (b"plugged", b"outside"),
    "jobs/build.gradle": b"dependencies {\n  implementation project(':core')\n  // project(':web')\n}",
    "tasks/build.gradle.kts": b'dependencies { api(projects.jobs); test(project(path = ":shop:api")) }',
    "shop/api/build.gradle": b"",
}
REACH = JvmReach(Project(maps=tuple(read_modules(MANIFESTS))))


def path(module: str, source_set: str = "main") -> str:
    return f"{module}/src/{source_set}/java/a/B.java"


@pytest.mark.parametrize(
    ("user", "used", "seen"),
    [
        (path("web"), path("api"), True),
        (path("web"), path("core"), True),
        (path("web"), path("common"), True),
        (path("core"), path("web"), False),
        (path("web"), path("managed"), False),
        (path("web"), path("plugged"), False),
        (path("api"), path("api", "test"), False),
        (path("api", "test"), path("api"), True),
        (path("api", "integrationTest"), path("api", "test"), True),
        (path("web"), path("api", "test"), False),
        (path("web", "test"), path("api", "testFixtures"), True),
        (path("tasks"), path("jobs"), True),
        (path("jobs"), path("web"), False),
        (path("jobs"), path("nowhere"), True),
        (path("nowhere"), path("web"), True),
        ("web/Main.java", path("core", "test"), True),
    ],
)
def test_who_sees_whom(user: str, used: str, seen: bool) -> None:
    assert REACH.sees(user, used) is seen


def test_names_are_those_of_source_sets() -> None:
    assert REACH.name_of(path("web", "test")) == "web/src/test"
