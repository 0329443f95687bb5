import { Controller } from '@nestjs/common';

import { HiveService } from './hive.service';

@Controller('hives')
export class HiveController {
  constructor(private readonly hives: HiveService) {}
}
