import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';

import { ask, forgetAll } from './ask.js';

beforeEach(forgetAll);

test('many mites are a warning', () => {
  ask('POST', '/hives', { place: 'heath', frames: 8 });
  ask('POST', '/hives/1/inspections', { mites: 1 });
  ask('POST', '/hives/1/inspections', { mites: 7 });
  assert.equal(ask('GET', '/hives/1/inspections').body.length, 2);
  assert.equal(ask('GET', '/inspections/warnings').body.length, 1);
});
