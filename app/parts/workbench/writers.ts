/* Writers of files, fetched when a file is asked for. */
export { writeMidi, writeTab } from '../../../core/index.ts';
