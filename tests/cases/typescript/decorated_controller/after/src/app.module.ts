import { Module } from '@nestjs/common';

import { HiveController } from './hives/hive.controller';

@Module({ controllers: [HiveController] })
export class AppModule {}
