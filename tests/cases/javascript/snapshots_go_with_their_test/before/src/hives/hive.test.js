const { open } = require('./hive');

test('opens', () => expect(open()).toMatchSnapshot());
