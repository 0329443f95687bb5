"""An action's pieces after those of a model, in the forms that servers of each language have."""

import pytest

from yandrel.languages.registry import load_language
from yandrel.model.scaffold import Concept

ORDERS = Concept.of("orders")
CALLED = {"findById": "approve", "FindByIdAsync": "ApproveAsync"}


def add_approve(language: str, model: str, source: str) -> tuple[list[str], bool]:
    """Return the lines that adding the action adds, and whether a route is among them."""
    added = (
        load_language(language)
        .scaffolder(language)
        .add_action(source.encode(), ORDERS, model, "approve", CALLED)
    )
    assert added is not None
    before, lines = source.splitlines(), added.text.decode().splitlines()
    new = []
    for line in lines:
        if before and line == before[0]:
            before.pop(0)
        else:
            new.append(line)
    assert not before, "a line was changed or lost"
    return [line for line in new if line.strip()], added.routed


JAVA = """@RequestMapping("/orders")
public class OrderController {
    /** Shows one order.
     * @param id its number
     */
    @GetMapping("/{id}")
    public Order getOrderById(@PathVariable long id) {
        return orderService.findById(id);
    }

    @GET
    @Path("/{id}")
    public Order getOrder(@PathParam("id") long id) {
        return orderService.findById(id);
    }

    @GetMapping
    public List<Order> getOrders() {
        return orderService.findAll();
    }
}
"""


def test_marks_of_a_member_get_the_longer_path() -> None:
    lines, routed = add_approve("java", "get", JAVA)
    assert routed
    assert lines == [
        "    /** Approve an order.",
        "     * @param id its number",
        "     */",
        '    @PostMapping("/{id}/approve")',
        "    public Order approveOrder(@PathVariable long id) {",
        "        return orderService.approve(id);",
        "    }",
        "    @POST",
        '    @Path("/{id}/approve")',
        '    public Order approveOrder(@PathParam("id") long id) {',
        "        return orderService.approve(id);",
        "    }",
    ]


NEST = """@Controller('orders')
export class OrdersController {
  @Get()
  findAll() {
    return this.ordersService.findAll();
  }

  // shows one
  @Get(':id')
  @UseGuards(AuthGuard('jwt'))
  findOne(@Param('id') id: string) {
    return this.ordersService.findById(+id);
  }
}
"""


def test_decorators_above_a_member_come_along() -> None:
    lines, routed = add_approve("typescript", "find", NEST)
    assert routed
    assert lines == [
        "  // Approve an order.",
        "  @Post(':id/approve')",
        "  @UseGuards(AuthGuard('jwt'))",
        "  approve(@Param('id') id: string) {",
        "    return this.ordersService.approve(+id);",
        "  }",
    ]


ASPNET = """public class OrdersController : ControllerBase
{
    /// <summary>Shows one.</summary>
    /// <param name="id">its number</param>
    [HttpGet("{id}")]
    public async Task<ActionResult<Order>> GetOrder(int id)
    {
        return await service.FindByIdAsync(id);
    }
}
"""


def test_attributes_and_xml_comments() -> None:
    lines, routed = add_approve("csharp", "get", ASPNET)
    assert routed
    assert lines == [
        "    /// <summary>Approve an order.</summary>",
        '    /// <param name="id">its number</param>',
        '    [HttpPost("{id}/approve")]',
        "    public async Task<ActionResult<Order>> ApproveOrder(int id)",
        "    {",
        "        return await service.ApproveAsync(id);",
        "    }",
    ]


ROUTES = [
    ("javascript", "router.get('/:id', auth, ctl.show);", "router.post('/:id/approve', auth, ctl.approve);"),
    (
        "typescript",
        "router.get('/:id', async (req, res) => {\n  res.json(await orders.findById(req.params.id));\n});",
        "router.post('/:id/approve', async (req, res) => {\n  res.json(await orders.approve(req.params.id));\n});",
    ),
    (
        "php",
        "<?php\nRoute::get('/orders/{id}', [OrderController::class, 'show'])->name('orders.show');",
        "Route::post('/orders/{id}/approve', [OrderController::class, 'approve'])->name('orders.approve');",
    ),
    (
        "php",
        "<?php\n$app->get('/orders/{id}', 'OrderController@show');",
        "$app->post('/orders/{id}/approve', 'OrderController@approve');",
    ),
    (
        "php",
        "<?php\nreturn [\n    'GET /orders/{id}' => [OrderController::class, 'show'],\n];",
        "    'POST /orders/{id}/approve' => [OrderController::class, 'approve'],",
    ),
    (
        "php",
        "<?php\nreturn [\n    ['GET', '#^/orders/(\\d+)$#', [$orders, 'show']],\n];",
        "    ['POST', '#^/orders/(\\d+)/approve$#', [$orders, 'approve']],",
    ),
    (
        "kotlin",
        'fun Route.orders() {\n    route("/orders") {\n        get("/{id}") { call.respond(s.findById(1)) }\n'
        "    }\n}",
        '        post("/{id}/approve") { call.respond(s.approve(1)) }',
    ),
    (
        "csharp",
        'class P\n{\n    void M()\n    {\n        app.MapGet("/orders/{id}", (int id) => s.FindByIdAsync(id));\n'
        "    }\n}",
        '        app.MapPost("/orders/{id}/approve", (int id) => s.ApproveAsync(id));',
    ),
    (
        "go",
        'package a\n\nfunc m() {\n\tr.HandleFunc("/{id}", h.Show).Methods(http.MethodGet)\n}',
        '\tr.HandleFunc("/{id}/approve", h.Approve).Methods(http.MethodPost)',
    ),
    (
        "go",
        'package a\n\nfunc m() {\n\tmux.HandleFunc("/orders/", h.Show)\n}',
        '\tmux.HandleFunc("/orders/approve/", h.Approve)',
    ),
    (
        "swift",
        'func boot() {\n    orders.get(":id", use: show)\n}',
        '    orders.post(":id", "approve", use: approve)',
    ),
]


@pytest.mark.parametrize(("language", "before", "added"), ROUTES)
def test_routes_of_every_form(language: str, before: str, added: str) -> None:
    called = {"show": "approve", "Show": "Approve", **CALLED}
    if before.endswith("];"):
        before = before.replace("],\n];", "]\n];")
    done = (
        load_language(language)
        .scaffolder(language)
        .add_action(before.encode(), ORDERS, "show", "approve", called)
    )
    assert done is not None
    assert done.routed
    after = done.text.decode()
    assert added.rstrip(",") in after
    assert len(after.splitlines()) == len(before.splitlines()) + len(added.splitlines())


def test_lists_and_assignments_of_modules() -> None:
    source = (
        "const { getOrder } = require('./service');\nexports.show = function (req) {\n"
        "  return getOrder(req.id);\n};\nmodule.exports = { getOrder };\n"
    )
    done = (
        load_language("javascript")
        .scaffolder("javascript")
        .add_action(source.encode(), ORDERS, "show", "approve", {"getOrder": "approveOrder"})
    )
    assert done is not None
    assert done.text.decode() == (
        "const { getOrder, approveOrder } = require('./service');\nexports.show = function (req) {\n"
        "  return getOrder(req.id);\n};\n\nexports.approve = function (req) {\n"
        "  return approveOrder(req.id);\n};\nmodule.exports = { getOrder, approveOrder };\n"
    )
    assert not done.routed
