/** The one-time word that style elements of this page must carry, where something makes them by itself. */
import { createContext, useContext } from 'react';

const NonceContext = createContext<string | undefined>(undefined);

export const NonceProvider = NonceContext.Provider;

export const useNonce = () => useContext(NonceContext);
