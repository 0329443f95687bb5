import { findUser } from '../helpers/user';
import { Request, Response } from 'express';

export const showUser = (req: Request, res: Response) => {
  const user = findUser(req.params.id);
  if (!user) return res.status(404).end();
  return res.json(user);
};
