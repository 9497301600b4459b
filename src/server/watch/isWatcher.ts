/** Who may be told how the program is: whoever is on its machine, and owners. */
import { addressOf } from '../accounts/deeds';
import type { Caller } from '../caller';

const HERE = ['127.0.0.1', '::1'];

export const isWatcher = (caller: Caller, request: Request): boolean =>
  caller.role === 'owner' || HERE.includes(addressOf(request) ?? '');
