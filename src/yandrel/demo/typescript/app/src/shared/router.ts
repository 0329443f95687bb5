import { NotFoundError } from './errors.js';

export interface Ask {
  method: string;
  path: string;
  body: any;
  headers: Record<string, string | undefined>;
}

export interface Answer {
  status: number;
  body: unknown;
}

export type Handler = (ask: Ask, ...numbers: number[]) => Answer;

export type Next = (ask: Ask) => Answer;


/** Finds the handler of what is asked for. */
export class Router {
  private routes: [string, string, Handler][] = [];

  add(method: string, path: string, handler: Handler): this {
    this.routes.push([method, path, handler]);
    return this;
  }

  mount(prefix: string, router: Router): this {
    for (const [method, path, handler] of router.routes) {
      this.add(method, prefix + path, handler);
    }
    return this;
  }

  /** Returns the same routes behind a guard. */
  guarded(guard: (next: Handler) => Handler): Router {
    const router = new Router();
    for (const [method, path, handler] of this.routes) {
      router.add(method, path, guard(handler));
    }
    return router;
  }

  dispatch(ask: Ask): Answer {
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
