'use strict';

const { ledger } = require('./ledger');

ledger.set('keepers', 2);
