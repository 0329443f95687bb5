import { z } from 'zod';

export const harvestSchema = z.object({ hiveId: z.number(), kilos: z.number().positive(), takenOn: z.coerce.date() });
