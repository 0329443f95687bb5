import { readFileSync } from "node:fs";

export default async (month) => {
  const text = readFileSync("seasons.txt", "utf8");
  return text.split("\n")[month];
};
