import { weigh } from './scales.js';
import { base } from '../../scripts/base.js';

weigh(base);
