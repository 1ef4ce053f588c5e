/* Draws the pages, in a thread of its own: what takes twenty milliseconds here holds up no edit (server.mjs). */
import { createServer } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { parentPort, workerData } from 'node:worker_threads';
import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import express from 'express';

const { folder, socket, mode } = workerData;
const build = await import(pathToFileURL(join(folder, 'server', 'index.js')).href);
const app = express();
app.disable('x-powered-by');
app.use(compression());
app.all('*', createRequestHandler({ build, mode }));
createServer(app).listen(socket, () => parentPort.postMessage('ready'));
