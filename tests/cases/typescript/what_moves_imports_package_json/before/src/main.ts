import { install } from "./install";

install();
