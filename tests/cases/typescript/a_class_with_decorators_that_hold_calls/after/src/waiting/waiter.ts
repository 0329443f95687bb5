import {Scope} from '../keys';
import {injectable, wire} from 'waxwire';

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
