/* Draws the pages, in a thread of its own: what takes twenty milliseconds here holds up no edit (server.mjs). */
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { parentPort, workerData } from 'node:worker_threads';
import { createRequestHandler } from 'react-router';

const { folder, mode } = workerData;
const build = await import(pathToFileURL(join(folder, 'server', 'index.js')).href);
const handle = createRequestHandler(build, mode);

async function answer({ id, method, url, headers, body }) {
  try {
    const response = await handle(new Request(url, { method, headers: Object.entries(headers), body }));
    const bytes = await response.arrayBuffer();
    parentPort.postMessage({ id, status: response.status, headers: [...response.headers], body: bytes }, [bytes]);
  } catch (error) {
    parentPort.postMessage({ id, problem: error instanceof Error ? error.message : String(error) });
  }
}

parentPort.on('message', (asked) => void answer(asked));
parentPort.postMessage('ready');
