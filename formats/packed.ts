import { strToU8, zipSync } from 'fflate';

/** A packed MusicXML file: its container names the score (MusicXML 4.0, compressed files). Without a date, it is always the same. */
export function packed(xml: string): Uint8Array {
  const container =
    '<?xml version="1.0" encoding="UTF-8"?><container><rootfiles><rootfile full-path="score.musicxml"/></rootfiles></container>';
  const mtime = new Date(1980, 0, 1);
  return zipSync({
    'META-INF/container.xml': [strToU8(container), { mtime }],
    'score.musicxml': [strToU8(xml), { mtime }],
  });
}
