const Hive = require('../lib/hives/hive');
const path = require.resolve('../lib/hives/hive.js');

jest.mock('../lib/hives/hive', () => ({}));

if (Hive) {
  import('../lib/hives/hive.js').then(() => path);
}
