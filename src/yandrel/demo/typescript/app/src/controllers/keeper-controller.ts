import { addKeeper, hivesOfKeeper, listKeepers } from '../services/keeper-service.js';
import type { Answer, Ask } from '../shared/index.js';
import { made, ok } from './answers.js';

export const keeperController = {
  index: (): Answer => ok(listKeepers()),
  create: (ask: Ask): Answer => made(addKeeper(ask.body.name)),
  hives: (ask: Ask, number: number): Answer => ok(hivesOfKeeper(number)),
};
