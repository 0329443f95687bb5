import { User } from '../models/user';

export const users: User[] = [{ id: '1', email: 'a@example.org' }];
