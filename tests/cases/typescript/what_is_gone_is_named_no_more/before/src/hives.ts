import { gradeOf } from './grades.js';

export const label = (kilos: number): string => gradeOf(kilos);
