import { log } from "./index";

export function keep(): void {
  log("kept");
}

export const more = 1;
