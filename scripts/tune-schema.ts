/* `npm run schema`: writes the JSON Schema of our files, `docs/tune.schema.json`, from what reads them. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { tuneJsonSchema } from '../formats/index.ts';

const file = join(import.meta.dirname, '..', 'docs', 'tune.schema.json');
writeFileSync(file, `${JSON.stringify(tuneJsonSchema(), null, 2)}\n`);
