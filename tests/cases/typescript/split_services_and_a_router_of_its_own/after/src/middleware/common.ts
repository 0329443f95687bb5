import { findUser } from '../helpers/user';
import { NextFunction, Request, Response } from 'express';

export const asyncHandler =
  (fn: (req: Request, res: Response) => Promise<unknown> | unknown) =>
  (req: Request, res: Response, next: NextFunction) =>
    Promise.resolve(fn(req, res)).catch(next);

export function authenticate(req: Request, res: Response, next: NextFunction): void {
  const user = findUser(req.header('x-user') ?? '');
  if (!user) {
    res.status(401).end();
    return;
  }
  res.locals.user = user;
  next();
}
