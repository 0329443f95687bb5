import { list, weigh } from "./hives";

list();
weigh();
