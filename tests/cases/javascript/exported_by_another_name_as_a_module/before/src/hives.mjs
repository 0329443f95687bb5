import * as books from './ledger.mjs';
import { ledger } from './ledger.mjs';

books.ledger.set('hives', ledger.size);
