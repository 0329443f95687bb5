import { HttpError } from '../errors';
import { AuthedRequest } from '../models/authed';
import { NextFunction, Response } from 'express';
import jwt from 'jsonwebtoken';

const JWT_SECRET = process.env.JWT_SECRET ?? 'dev';

export function authenticate(req: AuthedRequest, res: Response, next: NextFunction) {
  const header = req.headers.authorization;
  if (!header) return next(new HttpError(401, 'no token'));
  try {
    req.keeper = jwt.verify(header.replace('Bearer ', ''), JWT_SECRET) as { id: number; role: string };
    next();
  } catch {
    next(new HttpError(401, 'bad token'));
  }
}

export const asyncHandler =
  (fn: (req: AuthedRequest, res: Response) => Promise<unknown>) =>
  (req: AuthedRequest, res: Response, next: NextFunction) =>
    fn(req, res).catch(next);
