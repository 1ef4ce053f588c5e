import { readFileSync } from 'node:fs';
import { UsageError } from './verb.ts';

/** Reads a file, or standard input for `-`. */
export function readText(file: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    throw new UsageError(code === 'ENOENT' ? `there is no file ${file}` : `${file} cannot be read (${code})`);
  }
}
