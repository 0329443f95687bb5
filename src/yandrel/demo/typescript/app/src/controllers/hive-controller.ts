import { hives } from '../repositories/hive-repository.js';
import { addHive, giveUpHive, listHives, showHive } from '../services/hive-service.js';
import type { Answer, Ask } from '../shared/index.js';
import { gone, made, ok } from './answers.js';

export const hiveController = {
  index: (): Answer => ok(listHives()),
  create: (ask: Ask): Answer => made(addHive(ask.body)),
  count: (): Answer => ok({ count: hives.all().length }),
  show: (ask: Ask, number: number): Answer => ok(showHive(number)),
  remove: (ask: Ask, number: number): Answer => {
    giveUpHive(number);
    return gone();
  },
};
