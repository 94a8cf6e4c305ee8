import { createContext } from 'react';

/** The content security policy's nonce of this response; empty in the browser, which does not need it. */
export const NonceContext = createContext('');
