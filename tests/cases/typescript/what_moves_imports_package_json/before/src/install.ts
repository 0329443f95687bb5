import { version } from "../package.json";
import { open } from "./hives";

export const install = (): string => open(version);

export const remove = (): void => {};
