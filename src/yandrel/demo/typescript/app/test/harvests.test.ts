import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';

import { ask, forgetAll } from './ask.js';

beforeEach(forgetAll);

test('harvests are graded and summed up', () => {
  ask('POST', '/hives', { place: 'heath', frames: 8 });
  const made = ask('POST', '/harvests', { hive: 1, day: '2026-07-01', weight: 21000 });
  assert.deepEqual(made.body, { number: 1, grade: 'golden', worth: 189 });
  assert.deepEqual(ask('GET', '/harvests/totals').body, { summer: 21000 });
});

test('weights are checked', () => {
  assert.equal(ask('POST', '/harvests', { hive: 1, weight: 0 }).status, 422);
});
