/** Readers of files: a file in, a tune in our own text out, and a list of what was not carried over; and what is packed or drawn. */
export { readFile, type FileKind, type Imported } from './read.ts';
export { readTuneFile } from './tune-file.ts';
export { writeChartHtml, writeChartSvg } from './chart-svg.ts';
export { writeGripsSvg } from './grips-svg.ts';
export { writeStreamSvg } from './stream-svg.ts';
export { tuneJsonSchema } from './tune-schema.ts';
export { LARGEST_FILE, Unreadable, type ChordPart, type Choices } from './kinds.ts';
export { packed } from './packed.ts';
export { USUAL_GRID } from './midi.ts';
