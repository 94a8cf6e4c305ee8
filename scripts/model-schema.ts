import { writeFileSync } from 'node:fs';
import { modelJsonSchema } from '~core/exchange';

/** Writes the JSON Schema of the model format to docs/. */
writeFileSync('docs/model.schema.json', `${JSON.stringify(modelJsonSchema(), null, 1)}\n`);
