import { prisma } from '../database';
import { findHive } from '../helpers/hive';
import { asyncHandler } from '../middleware/common';
import { harvestSchema } from '../models/harvest';

export const createHarvest = asyncHandler(async (req, res) => {
  const input = harvestSchema.parse(req.body);
  await findHive(input.hiveId);
  res.status(201).json(await prisma.harvest.create({ data: input }));
});
