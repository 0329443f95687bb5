import { asyncHandler } from '../middleware/common';
import { TodoRepository } from '../repositories/todo-repository';
import { TodoService } from '../services/todo-service';

const service = new TodoService(new TodoRepository());

export const listTodos = asyncHandler((_req, res) => res.json(service.list()));

export const showTodo = asyncHandler((req, res) => res.json(service.get(req.params.id)));

export const createTodo = asyncHandler((req, res) => {
  const created = service.create({ title: req.body.title, ownerId: res.locals.user.id });
  res.status(201).json(created);
});
