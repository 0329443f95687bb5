import { Module } from '@nestjs/common';

import { HiveController } from './hive.controller';

@Module({ controllers: [HiveController] })
export class AppModule {}
