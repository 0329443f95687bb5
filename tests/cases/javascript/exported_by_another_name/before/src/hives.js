'use strict';

const books = require('./ledger');

books.ledger.set('hives', 1);
