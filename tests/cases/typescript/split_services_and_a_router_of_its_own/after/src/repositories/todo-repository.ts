import { Todo } from '../models/todo';

export class TodoRepository {
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
