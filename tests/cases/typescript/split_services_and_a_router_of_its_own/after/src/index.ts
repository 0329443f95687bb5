import express, { Request, Response, NextFunction, Router } from 'express';
import { HttpError } from './errors';
import { asyncHandler, authenticate } from './middleware/common';
import { TodoRepository } from './repositories/todo-repository';
import { userRoutes } from './routes/user-routes';
import { TodoService } from './services/todo-service';

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

app.use('/users', userRoutes);

app.use((err: Error, _req: Request, res: Response, _next: NextFunction) => {
  const status = err instanceof HttpError ? err.status : 500;
  res.status(status).json({ error: err.message });
});

app.listen(3000, () => console.log('up'));
