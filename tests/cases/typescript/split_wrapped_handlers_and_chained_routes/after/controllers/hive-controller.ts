import { prisma } from '../database';
import { findHive } from '../helpers/hive';
import { asyncHandler } from '../middleware/common';
import { HiveInput, hiveSchema } from '../models/hive';

async function totalYield(hiveId: number): Promise<number> {
  const rows = await prisma.harvest.findMany({ where: { hiveId } });
  return rows.reduce((sum, row) => sum + row.kilos, 0);
}

export const listHives = asyncHandler(async (req, res) => {
  const hives = await prisma.hive.findMany({ where: { keeperId: req.keeper!.id } });
  res.json(hives);
});

export const createHive = asyncHandler(async (req, res) => {
  const input: HiveInput = hiveSchema.parse(req.body);
  res.status(201).json(await prisma.hive.create({ data: { ...input, keeperId: req.keeper!.id } }));
});

export const showHive = asyncHandler(async (req, res) => {
  res.json(await findHive(Number(req.params.id)));
});

export const getHiveYield = asyncHandler(async (req, res) => {
  const hive = await findHive(Number(req.params.id));
  res.json({ hive: hive.name, kilos: await totalYield(hive.id) });
});
