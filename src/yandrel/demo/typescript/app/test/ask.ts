import { handle } from '../src/app.js';
import { harvests } from '../src/repositories/harvest-repository.js';
import { hives } from '../src/repositories/hive-repository.js';
import { inspections } from '../src/repositories/inspection-repository.js';
import { keepers } from '../src/repositories/keeper-repository.js';

/** Asks the application; says who asks unless told otherwise. */
export function ask(method: string, path: string, body: unknown = {}, signed = true): { status: number; body: any } {
  return handle({ method, path, body, headers: signed ? { 'x-keeper': '1' } : {} });
}

export function forgetAll(): void {
  for (const kept of [harvests, hives, inspections, keepers]) {
    kept.clear();
  }
}
