export interface HiveRow { frames: number }
