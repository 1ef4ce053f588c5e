import { readFileSync, writeFileSync } from 'node:fs';
import { UsageError } from './verb.ts';

/** Reads a file, or standard input for `-`. */
export const readText = (file: string): string => new TextDecoder().decode(readBytes(file));

/** The same as it is. */
export function readBytes(file: string): Uint8Array {
  try {
    return readFileSync(file === '-' ? 0 : file);
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    throw new UsageError(code === 'ENOENT' ? `there is no file ${file}` : `${file} cannot be read (${code})`);
  }
}

/** Writes a file. */
export function writeBytes(file: string, bytes: Uint8Array): void {
  try {
    writeFileSync(file, bytes);
  } catch (error) {
    throw new UsageError(`${file} cannot be written (${(error as NodeJS.ErrnoException).code})`);
  }
}
