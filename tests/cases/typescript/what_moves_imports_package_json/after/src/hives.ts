export const open = (hive: string): string => hive;
