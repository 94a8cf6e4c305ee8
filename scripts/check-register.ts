import { writeFileSync } from 'node:fs';
import { registerText } from '~core/checks';

/** Writes the register of what is checked and what is not to docs/. */
writeFileSync('docs/checks.md', registerText());
