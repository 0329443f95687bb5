import { HttpError } from '../errors';
import { CreateTodoDto, Todo } from '../models/todo';
import { TodoRepository } from '../repositories/todo-repository';
import { randomUUID } from 'crypto';

export class TodoService {
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
