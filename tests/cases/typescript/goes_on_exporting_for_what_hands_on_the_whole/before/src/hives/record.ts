export const record = (hive: string): void => console.info(hive);
