import { User } from '../models/user';
import { users } from '../repositories/user-repository';

export function findUser(id: string): User | undefined {
  return users.find((u) => u.id === id);
}
