import {injectable} from 'waxwire';
import {Scope} from './keys';

@injectable({scope: Scope.ONE})
export class Sender {
  send(): void {}
}
