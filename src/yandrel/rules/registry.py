"""Every rule, in the order in which they are shown."""

from importlib import import_module

from yandrel.rules.protocol import Rule

MODULES = {
    "wrong-way": ("wrong_way", "WrongWay"),
    "domain-crossing": ("domain_crossing", "DomainCrossing"),
    "shared-inward": ("shared_inward", "SharedInward"),
    "outside-import": ("outside_import", "OutsideImport"),
    "import-cycle": ("import_cycle", "ImportCycle"),
    "unresolved-import": ("unresolved_import", "UnresolvedImport"),
    "namespace-mismatch": ("namespace_mismatch", "NamespaceMismatch"),
    "misplaced": ("misplaced", "Misplaced"),
    "misnamed": ("misnamed", "Misnamed"),
    "unplaced": ("unplaced", "Unplaced"),
    "missing-part": ("missing_part", "MissingPart"),
    "exposed-secret": ("exposed_secret", "ExposedSecret"),
    "wrong-kind": ("wrong_kind", "WrongKind"),
    "missing-base": ("missing_base", "MissingBase"),
    "extra-method": ("extra_method", "ExtraMethod"),
    "mixed-roles": ("mixed_roles", "MixedRoles"),
    "wide-interface": ("wide_interface", "WideInterface"),
    "crowded-folder": ("crowded_folder", "CrowdedFolder"),
    "leftover-call": ("leftover_call", "LeftoverCall"),
    "long-handler": ("long_handler", "LongHandler"),
    "shared-by-one": ("shared_by_one", "SharedByOne"),
    "twins": ("twins", "TwinDefinitions"),
    "forwarding": ("forwarding", "LeftForwarding"),
    "relative-climb": ("relative_climb", "RelativeClimb"),
    "unmounted-routes": ("route_rules", "UnmountedRoutes"),
    "doubled-prefix": ("route_rules", "DoubledPrefix"),
    "shadowed-route": ("route_rules", "ShadowedRoute"),
    "duplicate-route": ("route_rules", "DuplicateRoute"),
    "missing-handler": ("route_rules", "MissingHandler"),
    "late-middleware": ("route_rules", "LateMiddleware"),
    "unguarded-route": ("route_rules", "UnguardedRoute"),
    "idle-exception": ("idle_exception", "IdleException"),
}
RULE_NAMES = tuple(MODULES)


def load_rule(name: str) -> Rule:
    """Return a rule by its name; raises KeyError where there is none."""
    module, cls = MODULES[name]
    rule: Rule = getattr(import_module(f"yandrel.rules.{module}"), cls)()
    return rule


def load_rules() -> list[Rule]:
    return [load_rule(name) for name in RULE_NAMES]
