import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';

import { ask, forgetAll } from './ask.js';

beforeEach(forgetAll);

test('hives are added, counted and given up', () => {
  assert.equal(ask('POST', '/hives', { place: 'orchard', frames: 10 }).status, 201);
  assert.equal(ask('GET', '/hives/1').body.place, 'orchard');
  assert.deepEqual(ask('GET', '/hives/count').body, { count: 1 });
  assert.equal(ask('DELETE', '/hives/1').status, 204);
  assert.equal(ask('GET', '/hives/1').status, 404);
});

test('a hive has at most 24 frames', () => {
  assert.equal(ask('POST', '/hives', { place: 'orchard', frames: 99 }).status, 422);
});

test('only keepers change anything', () => {
  assert.equal(ask('POST', '/hives', {}, false).status, 401);
});
