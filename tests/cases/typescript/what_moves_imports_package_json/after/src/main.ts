import { install } from "./lib/tools";

install();
