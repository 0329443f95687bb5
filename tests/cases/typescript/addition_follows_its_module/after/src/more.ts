declare module './shared/hive' {
  interface Hive {
    frames: number;
  }
}

export const none = 0;
