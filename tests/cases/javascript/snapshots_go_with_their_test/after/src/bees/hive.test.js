const { open } = require('../hives/hive');

test('opens', () => expect(open()).toMatchSnapshot());
