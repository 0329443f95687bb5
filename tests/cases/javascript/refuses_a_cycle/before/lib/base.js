import { Frame } from './frame.js';

export class Base {
  frame() {
    return new Frame();
  }
}
