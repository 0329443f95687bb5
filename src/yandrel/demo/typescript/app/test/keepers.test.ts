import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';

import { ask, forgetAll } from './ask.js';

beforeEach(forgetAll);

test('keepers have hives', () => {
  ask('POST', '/keepers', { name: 'Ada' });
  ask('POST', '/hives', { place: 'heath', frames: 8, keeper: 1 });
  assert.equal(ask('GET', '/keepers/keepers/1/hives').body.length, 1);
});

test('keepers are for members', () => {
  assert.equal(ask('GET', '/keepers').status, 200);
  assert.equal(ask('GET', '/keepers', {}, false).status, 401);
});
