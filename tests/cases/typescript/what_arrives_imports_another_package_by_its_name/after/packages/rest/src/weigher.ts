import {Hive} from '@waxmoor/core';

export class Grader {
  hive = new Hive();
}
