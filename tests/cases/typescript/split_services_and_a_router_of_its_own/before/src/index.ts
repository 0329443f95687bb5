import express, { Request, Response, NextFunction, Router } from 'express';
import { randomUUID } from 'crypto';

interface Todo {
  id: string;
  title: string;
  done: boolean;
  ownerId: string;
}

interface User {
  id: string;
  email: string;
}

type CreateTodoDto = Pick<Todo, 'title' | 'ownerId'>;

class HttpError extends Error {
  constructor(public status: number, message: string) {
    super(message);
  }
}

class TodoRepository {
  private todos = new Map<string, Todo>();

  findAll(): Todo[] {
    return [...this.todos.values()];
  }

  findById(id: string): Todo | undefined {
    return this.todos.get(id);
  }

  save(todo: Todo): Todo {
    this.todos.set(todo.id, todo);
    return todo;
  }

  remove(id: string): boolean {
    return this.todos.delete(id);
  }
}

class TodoService {
  constructor(private readonly todos: TodoRepository) {}

  list(): Todo[] {
    return this.todos.findAll();
  }

  get(id: string): Todo {
    const todo = this.todos.findById(id);
    if (!todo) throw new HttpError(404, `no todo ${id}`);
    return todo;
  }

  create(dto: CreateTodoDto): Todo {
    if (!dto.title) throw new HttpError(422, 'title missing');
    return this.todos.save({ id: randomUUID(), done: false, ...dto });
  }
}

const users: User[] = [{ id: '1', email: 'a@example.org' }];

function findUser(id: string): User | undefined {
  return users.find((u) => u.id === id);
}

const asyncHandler =
  (fn: (req: Request, res: Response) => Promise<unknown> | unknown) =>
  (req: Request, res: Response, next: NextFunction) =>
    Promise.resolve(fn(req, res)).catch(next);

function authenticate(req: Request, res: Response, next: NextFunction): void {
  const user = findUser(req.header('x-user') ?? '');
  if (!user) {
    res.status(401).end();
    return;
  }
  res.locals.user = user;
  next();
}

const app = express();
app.use(express.json());

const service = new TodoService(new TodoRepository());

const todoRouter = Router();

todoRouter.get('/', asyncHandler((_req, res) => res.json(service.list())));

todoRouter.get('/:id', asyncHandler((req, res) => res.json(service.get(req.params.id))));

todoRouter.post(
  '/',
  authenticate,
  asyncHandler((req, res) => {
    const created = service.create({ title: req.body.title, ownerId: res.locals.user.id });
    res.status(201).json(created);
  }),
);

app.use('/todos', todoRouter);

app.get('/users/:id', (req: Request, res: Response) => {
  const user = findUser(req.params.id);
  if (!user) return res.status(404).end();
  return res.json(user);
});

app.use((err: Error, _req: Request, res: Response, _next: NextFunction) => {
  const status = err instanceof HttpError ? err.status : 500;
  res.status(status).json({ error: err.message });
});

app.listen(3000, () => console.log('up'));
