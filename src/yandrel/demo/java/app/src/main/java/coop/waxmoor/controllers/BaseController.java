package coop.waxmoor.controllers;

import coop.waxmoor.shared.Response;

/** What controllers share. */
public abstract class BaseController {
    protected Response answer(Object body) {
        return Response.ok(body);
    }
}
