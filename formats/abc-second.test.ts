import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { parseMidi } from 'midi-file';
import { parseTune, sungNotes, TICKS_PER_QUARTER, writeAbc } from '../core/index.ts';

/*
 * What is written as ABC, heard by abc2midi (Debian's package abcmidi, GPL-2+), a reader of its own, where it is there:
 * every note begins where it is sung, repeats and endings played.
 */
const PROGRAM = '/usr/bin/abc2midi';
/** It lets all begin a tick late. */
const LATE = 1;
const TUNES = join(__dirname, '..', 'demo', 'tunes');

/** Where notes begin, in our ticks, and their pitches. */
function heard(abc: string): readonly string[] {
  const folder = mkdtempSync(join(tmpdir(), 'heron-abc-'));
  try {
    writeFileSync(join(folder, 'a.abc'), abc.replace(/^(K:.*)$/m, '$1\n%%MIDI gchordoff'));
    spawnSync(PROGRAM, [join(folder, 'a.abc'), '-o', join(folder, 'a.mid')]);
    const { header, tracks } = parseMidi(readFileSync(join(folder, 'a.mid')));
    const notes = tracks.flatMap((track) => {
      let now = 0;
      return track.flatMap((event) => {
        now += event.deltaTime;
        const isNote = event.type === 'noteOn' && event.velocity > 0;
        return isNote ? [`${((now - LATE) * TICKS_PER_QUARTER) / header.ticksPerBeat!} ${event.noteNumber}`] : [];
      });
    });
    return notes;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

(existsSync(PROGRAM) ? test : test.skip).each(['2-slack-water', '4-cable-and-pulley', '8-lamplighters-landing'])(
  '%s is heard note for note',
  (name) => {
    const tune = parseTune(readFileSync(join(TUNES, `${name}.txt`), 'utf8'));
    if (!tune.ok || !tune.value.melody) throw new Error(name);
    const { chart, melody } = tune.value;
    expect(heard(writeAbc(chart, melody))).toEqual(
      sungNotes(chart, melody).map(({ start, pitch }) => `${start} ${pitch}`),
    );
  },
);
