import { Request } from 'express';

export interface AuthedRequest extends Request {
  keeper?: { id: number; role: string };
}
