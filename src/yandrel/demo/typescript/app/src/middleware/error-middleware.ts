import type { Answer, Ask, Next } from '../shared/index.js';
import { InvalidError, NotFoundError } from '../shared/index.js';

/** Turns errors into answers. */
export function errorMiddleware(ask: Ask, next: Next): Answer {
  try {
    return next(ask);
  } catch (error) {
    if (error instanceof NotFoundError) {
      return { status: 404, body: { error: error.message } };
    }
    if (error instanceof InvalidError) {
      return { status: 422, body: { error: error.message } };
    }
    throw error;
  }
}
