"""What a single unit does, told by what it holds and by where it stands."""

import pytest

from yandrel.languages.registry import language_of, load_language
from yandrel.layout.config import Layout
from yandrel.survey.roles import RoleReader

EXPRESS_ROUTES = """\
import { log } from "../hives/log";
import { publicRoutes } from "./groups";

export function logValidator() {}
export function alertValidator() {}

publicRoutes
  .post("/hives/log", logValidator(), log)
  .post("/hives/alert", alertValidator(), log);
"""
VERBS_AND_OBJECTS = """\
export function getSchema() {}
export function buildSchema() {}
"""
CASES = [
    ("src/api/routes/ops.ts", EXPRESS_ROUTES, "route"),
    ("src/api/ops.ts", EXPRESS_ROUTES, "validator"),
    ("src/hives/mongo.ts", VERBS_AND_OBJECTS, ""),
    ("src/hives/shape.ts", "export class HiveSchema {}\n", "schema"),
    ("src/hives/make.ts", "export function createHiveService() { return {}; }\n", "service"),
    ("src/hives/one.js", "router.get('/hives', list);\n", "route"),
    ("src/hives/bees.js", "const bees = 'bees.get';\n", ""),
    ("src/app.js", "const app = express();\napp.get('/hives', list);\napp.listen(80);\n", "entry"),
    ("app/hives/access.py", "def get_service(): ...\ndef load_repository(): ...\n", ""),
    ("app/hives/keeping.py", "class HiveService:\n    def add(self): ...\n", "service"),
    ("src/Hive/Keeping.php", "<?php\nclass HiveRepository {}\n", "repository"),
    ("src/Hive/access.php", "<?php\nfunction getController() {}\n", ""),
    ("hives/keep.go", "package hives\n\ntype HiveService struct{}\n", "service"),
    ("hives/find.go", "package hives\n\nfunc FindService() {}\n", ""),
    ("src/Hives/Keep.cs", "namespace Waxmoor;\npublic class HiveController {}\n", "controller"),
    ("src/hives/Keep.kt", "package hives\n\nclass HiveService\n", "service"),
    ("src/hives/Find.kt", "package hives\n\nfun findRepository() = 1\n", ""),
    ("src/hives/Keep.java", "package hives;\n\npublic class HiveRepository {}\n", "repository"),
    ("Sources/App/Keep.swift", "final class HiveService {}\n", "service"),
    ("lib/Bees/WaxType.php", "<?php\nclass WaxType extends Wax {}\n", ""),
    ("src/Form/WaxType.php", "<?php\nclass WaxType extends AbstractType {}\n", "schema"),
    ("api/services/WaxRule.php", "<?php\nclass WaxRule extends ApiService {}\n", "service"),
    ("src/options-resolver.js", "module.exports = (o) => o;\n", ""),
    ("src/hive.resolver.ts", "export class HiveResolver {}\n", "controller"),
    ("src/hives/HiveService.vue", "<script>export class HiveService {}</script>\n", "view"),
    (
        "hives/answer.go",
        "package hives\n\nfunc List(w http.ResponseWriter, r *http.Request) {}\n",
        "controller",
    ),
    (
        "hives/chain.go",
        "package hives\n\nfunc (c chain) ServeHTTP(w http.ResponseWriter, r *http.Request) {}\n",
        "",
    ),
    ("Sources/App/Find.swift", "func loadService() {}\n", ""),
]


@pytest.mark.parametrize(("unit", "source", "role"), CASES)
def test_role_of_a_unit(unit: str, source: str, role: str) -> None:
    name = language_of(unit)
    assert name is not None
    facts = load_language(name).read_facts(source.encode(), unit)
    assert RoleReader(Layout(), [name]).read(unit, facts).role == role
