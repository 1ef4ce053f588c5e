import { writeSync } from 'node:fs';
import { buildLibrary } from '../core/index.ts';
import { readBytes, readText, writeBytes } from './files.ts';
import { heron } from './heron.ts';

/** Writes all of it before returning, also to a pipe whose reader is slow. */
function write(descriptor: number, text: string): void {
  const bytes = Buffer.from(text);
  for (let at = 0; at < bytes.length;) {
    try {
      at += writeSync(descriptor, bytes, at);
    } catch (error) {
      const { code } = error as NodeJS.ErrnoException;
      if (code === 'EPIPE') process.exit(0);
      if (code !== 'EAGAIN') throw error;
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 5);
    }
  }
}

const { status, stdout, stderr } = heron(process.argv.slice(2), {
  readText,
  readBytes,
  writeBytes,
  libraryOf: buildLibrary,
});
write(2, stderr);
write(1, stdout);
process.exitCode = status;
