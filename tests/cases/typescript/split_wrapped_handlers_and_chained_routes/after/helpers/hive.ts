import { prisma } from '../database';
import { HttpError } from '../errors';

export async function findHive(id: number) {
  const hive = await prisma.hive.findUnique({ where: { id } });
  if (!hive) throw new HttpError(404, `no hive ${id}`);
  return hive;
}
