import { parseMidi } from 'midi-file';
import verovio from 'verovio';

/** A note as verovio (an independent reader of MusicXML) has it: quarters from the start, pitch. */
export type ReadNote = readonly [start: number, pitch: number];

const ready = new Promise<void>((resolve) => {
  verovio.module.onRuntimeInitialized = resolve;
});

/** The notes of a score as they are heard, every repeat played; what is tied is one. */
export async function readByVerovio(data: string): Promise<readonly ReadNote[]> {
  await ready;
  verovio.enableLog(false);
  const toolkit = new verovio.toolkit();
  if (!toolkit.loadData(data)) throw new Error(`verovio does not read it:\n${data.slice(0, 500)}`);
  const { header, tracks } = parseMidi(Buffer.from(toolkit.renderToMIDI(), 'base64'));
  return tracks.flatMap((events) => {
    let now = 0;
    return events.flatMap((event): ReadNote[] => {
      now += event.deltaTime;
      return event.type === 'noteOn' && event.velocity > 0 ? [[now / header.ticksPerBeat!, event.noteNumber]] : [];
    });
  });
}
