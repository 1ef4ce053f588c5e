import {
  parseKey,
  parseMeter,
  readAbcNotes,
  ticksPerBeat,
  TICKS_PER_QUARTER,
  type Draft,
  type DraftMeasure,
  type Key,
  type Lost,
  type Meter,
  t,
} from '../core/index.ts';
import { COMMON_TIME, MOST_MEASURES, Unreadable, type Choices, type Reading } from './kinds.ts';

const C: Key = { tonic: 'C', mode: 'major' };

/** Reads one tune of an ABC file (The abc music standard 2.1): its fields, its first voice, the chords in quotes. */
export function readAbc(
  text: string,
  { tune: wanted = 0, part: voiceWanted = 0, octave = 0, repeats = true }: Choices,
): Reading {
  const all = tunesOf(text);
  if (all.length === 0) throw new Unreadable('abc-none');
  const which = Math.min(wanted, all.length - 1);
  const { lines, first } = all[which]!;
  const lost: Lost[] = [];
  let title = t('Untitled');
  let meter = COMMON_TIME;
  let tempo: number | null = null;
  let tempoUnit = 0;
  let key: Key | null = null;
  let unit: string | null = null;
  let feel: Draft['feel'] = 'straight';
  let section: string | null = null;
  let inBody = false;
  let voice = '';
  const voices: string[] = [];
  const bodies = new Map<string, { text: string; line: number }[]>();
  const sections = new Map<number, string>();
  lines.forEach((raw, i) => {
    const line = raw.replace(/(^|[^\\])%.*$/, '$1').trimEnd();
    const [, name, value = ''] = /^([A-Za-z]):(.*)$/.exec(line) ?? [];
    const said = value.trim();
    if (line === '') return;
    if (name === undefined) {
      inBody = true;
      const inline = /^\[V:\s*(\S+?)\s*\]/.exec(line);
      if (inline) voice = see(inline[1]!);
      const body = bodies.get(voice) ?? [];
      bodies.set(voice, [...body, { text: line.replace(/\[V:[^\]]*\]/g, ''), line: first + i }]);
      if (section !== null && voice === (voices[0] ?? '')) sections.set(first + i, section);
      section = null;
      return;
    }
    if (name === 'T' && !inBody) title = title === 'Untitled' ? said : title;
    else if (name === 'M' && !inBody) meter = meterOf(said) ?? meter;
    else if (name === 'L' && !inBody) unit = said;
    else if (name === 'K' && !inBody) {
      key = keyOf(said);
      if (key === null) lost.push({ measure: null, code: 'passed-over', args: { what: line, line: first + i } });
      inBody = true;
    } else if (name === 'Q') [tempo, tempoUnit] = tempoOf(said) ?? [tempo, tempoUnit];
    else if (name === 'P' && inBody) section = said;
    else if (name === 'V') voice = see(said.split(/\s+/)[0]!);
    else if (name === 'R' && /swing/i.test(said)) feel = 'swing';
    else if (name === 'w' && inBody)
      bodies.set(voice, [...(bodies.get(voice) ?? []), { text: `w:${value}`, line: first + i }]);
    else if ((name === 'K' || name === 'L' || name === 'M') && inBody)
      bodies.set(voice, [...(bodies.get(voice) ?? []), { text: `[${name}:${said}]`, line: first + i }]);
    else if (!'XTCOSNZBDFGHIRrmU'.includes(name))
      lost.push({ measure: null, code: 'passed-over', args: { what: `${name}:`, line: first + i } });
  });
  function see(name: string): string {
    if (!voices.includes(name)) voices.push(name);
    return name;
  }
  const sung = [...bodies.keys()];
  const part = Math.min(voiceWanted, Math.max(0, sung.length - 1));
  const body = bodies.get(sung[part] ?? '') ?? [];
  // Lengths count in eighths, or in sixteenths where the meter is less than three quarters (ABC 2.1, 3.1.7).
  const usual = meter.count / meter.unit < 3 / 4 ? '1/16' : '1/8';
  const read = readAbcNotes([`L:${unit ?? usual}`, ...body.map((one) => one.text)], key ?? C, 0);
  for (const { code, at, args } of read.problems)
    lost.push({
      measure: null,
      code: 'passed-over',
      args: { what: String(args.text ?? code), line: body[(at?.line ?? 1) - 1]?.line ?? 0 },
    });
  const over = read.passedOver.filter(({ text: sign }) => !/^(w:$|"[A-Ga-gN])/.test(sign));
  for (const { text: sign, at } of over)
    lost.push({ measure: null, code: 'passed-over', args: { what: sign, line: body[at.line - 1]?.line ?? 0 } });
  if (read.measures.length > MOST_MEASURES) throw new Unreadable('too-many-measures', { most: MOST_MEASURES });
  const measures = read.measures.map((measure, i): DraftMeasure => ({
    ...measure,
    opens: repeats && measure.opens,
    closes: repeats && measure.closes,
    notes: measure.notes.map((note) => ({ ...note, pitch: note.pitch + 12 * octave })),
    label: String(i + 1),
    chords: measure.chords ?? [],
    meter: measure.meterText ? meterOf(measure.meterText) : null,
    key: null,
    section: sections.get(body[measure.at.line - 1]?.line ?? -1) ?? null,
    ending: repeats ? (measure.ending ?? null) : null,
    before: [],
    after: [],
  }));
  // A section is named once, where its line begins.
  const named = measures.map((measure, i) =>
    i > 0 && measures[i - 1]!.at.line === measure.at.line ? { ...measure, section: null } : measure,
  );
  const beats = tempo === null ? null : (tempo * (tempoUnit || ticksPerBeat(meter))) / ticksPerBeat(meter);
  return {
    tunes: all.map(({ title: name }) => name),
    tune: which,
    parts: sung.map((name) => (name === '' ? t('the notes') : t('voice {name}', { name }))),
    part,
    guessed: false,
    draft: { title, key, meter, tempo: beats, feel, measures: named },
    lost,
  };
}

/** The tunes of a file, each from its X: to the next; a file without any is one tune, where it has a key. */
function tunesOf(text: string) {
  const lines = text.split(/\r\n|\r|\n/);
  const starts = lines.flatMap((line, i) => (/^X:/.test(line) ? [i] : []));
  const from = starts.length > 0 ? starts : lines.some((line) => /^K:/.test(line)) ? [0] : [];
  return from.map((start, i) => {
    const own = lines.slice(start, from[i + 1] ?? lines.length);
    const title =
      own
        .find((line) => /^T:/.test(line))
        ?.slice(2)
        .trim() ?? t('tune {i}', { i: i + 1 });
    return { lines: own, first: start + 1, title };
  });
}

function meterOf(text: string): Meter | null {
  const said = text === 'C' ? '4/4' : text === 'C|' ? '2/2' : text;
  const read = parseMeter(said);
  return read.ok ? read.value : null;
}

/** `Bm`, `D dor`, `Amix clef=treble`, `none`. */
function keyOf(text: string): Key | null {
  const name = text
    .replace(/\s+[a-z]+=.*$/, '')
    .replace(/\s+(treble|bass|alto|tenor)\b.*$/, '')
    .trim();
  if (/^(none|)$/i.test(name)) return C;
  const read = parseKey(name);
  return read.ok ? read.value : null;
}

/** `1/4=120`, `3/8=80`, `120`: how many, and of what length in ticks; 0: of the meter's beats. */
function tempoOf(text: string): readonly [number, number] | null {
  const said = text.replace(/"[^"]*"/g, '').trim();
  const [, over, under, count] = /^(\d+)\/(\d+)\s*=\s*(\d+)$/.exec(said) ?? [];
  if (over && under && Number(under) > 0)
    return [Number(count), (TICKS_PER_QUARTER * 4 * Number(over)) / Number(under)];
  return /^\d+$/.test(said) ? [Number(said), 0] : null;
}
