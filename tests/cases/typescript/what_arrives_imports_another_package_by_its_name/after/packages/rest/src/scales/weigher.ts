import {Hive} from '@waxmoor/core';
import {Page} from '@waxmoor/web';

export class Weigher {
  hive = new Hive();
  page?: Page;
}
