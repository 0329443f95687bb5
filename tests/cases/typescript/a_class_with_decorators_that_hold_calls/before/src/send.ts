import {injectable, wire} from 'waxwire';
import {Scope} from './keys';

@injectable({scope: Scope.ONE})
export class Sender {
  send(): void {}
}

@injectable(
  wire({
    group: Scope.ONE,
  }),
  {scope: Scope.ONE},
)
export class Waiter {
  value(): number {
    return 1;
  }
}
