const Hive = require('../lib/models/hive');
const path = require.resolve('../lib/models/hive.js');

jest.mock('../lib/models/hive', () => ({}));

if (Hive) {
  import('../lib/models/hive.js').then(() => path);
}
