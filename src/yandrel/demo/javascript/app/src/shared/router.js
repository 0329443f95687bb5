'use strict';

const { NotFoundError } = require('./errors');

/** Finds the handler of what is asked for. */
class Router {
  routes = [];

  add(method, path, handler) {
    this.routes.push([method, path, handler]);
    return this;
  }

  mount(prefix, router) {
    for (const [method, path, handler] of router.routes) {
      this.add(method, prefix + path, handler);
    }
    return this;
  }

  /** Returns the same routes behind a guard. */
  guarded(guard) {
    const router = new Router();
    for (const [method, path, handler] of this.routes) {
      router.add(method, path, guard(handler));
    }
    return router;
  }

  dispatch(ask) {
    for (const [method, path, handler] of this.routes) {
      const pattern = new RegExp(`^${path.replace(/:\w+/g, '(\\d+)')}$`);
      const found = method === ask.method && pattern.exec(ask.path);
      if (found) {
        return handler(ask, ...found.slice(1).map(Number));
      }
    }
    throw new NotFoundError(`nothing answers ${ask.method} ${ask.path}`);
  }
}

module.exports = { Router };
