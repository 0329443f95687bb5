import { authenticate } from './middleware/common';
import { createTodo, listTodos, showTodo } from './controllers/todo-controller';
import express, { Request, Response, NextFunction, Router } from 'express';
import { HttpError } from './errors';
import { userRoutes } from './routes/user-routes';

const app = express();
app.use(express.json());

const todoRouter = Router();

todoRouter.get('/', listTodos);

todoRouter.get('/:id', showTodo);

todoRouter.post(
  '/',
  authenticate,
  createTodo,
);

app.use('/todos', todoRouter);

app.use('/users', userRoutes);

app.use((err: Error, _req: Request, res: Response, _next: NextFunction) => {
  const status = err instanceof HttpError ? err.status : 500;
  res.status(status).json({ error: err.message });
});

app.listen(3000, () => console.log('up'));
