declare module './model/hive' {
  interface Hive {
    frames: number;
  }
}

export const none = 0;
