export interface Todo {
  id: string;
  title: string;
  done: boolean;
  ownerId: string;
}

export type CreateTodoDto = Pick<Todo, 'title' | 'ownerId'>;
