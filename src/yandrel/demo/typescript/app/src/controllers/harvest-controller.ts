import { addHarvest, cancelHarvest, listHarvests, sumUpHarvests } from '../services/harvest-service.js';
import type { Answer, Ask } from '../shared/index.js';
import { gone, made, ok } from './answers.js';

export const harvestController = {
  index: (): Answer => ok(listHarvests()),
  create: (ask: Ask): Answer => {
    const { number, grade, worth } = addHarvest(ask.body);
    return made({ number, grade, worth });
  },
  totals: (): Answer => ok(sumUpHarvests()),
  remove: (ask: Ask, number: number): Answer => {
    cancelHarvest(number);
    return gone();
  },
};
