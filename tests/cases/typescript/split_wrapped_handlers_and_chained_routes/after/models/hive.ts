import { z } from 'zod';

export const hiveSchema = z.object({
  name: z.string().min(1),
  site: z.string(),
  frames: z.number().int().positive(),
});

export type HiveInput = z.infer<typeof hiveSchema>;
