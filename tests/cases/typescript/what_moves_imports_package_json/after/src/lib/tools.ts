import { version } from "../../package.json";
import { open } from "../hives";

/** Tools. */
export const tool = 1;

export const install = (): string => open(version);
