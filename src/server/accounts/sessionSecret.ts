import { derivedSecret } from '../secrets';

/** What the library for accounts signs sessions and encrypts second factors by; follows from the key (the one in use where not said). */
export const sessionSecret = (key?: Buffer): string => derivedSecret('sessions', key);
