import {
  keyOfSignature,
  nameInKey,
  parseMeter,
  pitchClassOf,
  signOf,
  ticksPerBeat,
  TICKS_PER_QUARTER,
  type BarNotes,
  type Draft,
  type DraftMeasure,
  type Key,
  type Lost,
  type Meter,
  type Syllable,
  type Ticks,
  t,
} from '../core/index.ts';
import { symbolOfHarmony } from './harmony.ts';
import { COMMON_TIME, MOST_MEASURES, Unreadable, type Choices, type Reading } from './kinds.ts';
import { gripOfFrame, gripOfTab, guitarOf, struckOf, type Struck } from './xml-grips.ts';
import { childOf, childrenOf, numberOf, readXml, textOf, type Element } from './xml.ts';

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Notes of a voice of a part. */
interface Voice {
  readonly part: number;
  readonly voice: string;
  readonly name: string;
}

/** Reads MusicXML 3.1 and 4.0, partwise: the notes of one voice, and the harmony of any part. */
export function readMusicXml(text: string, choices: Choices): Reading {
  const { part: wanted, octave = 0, repeats = true } = choices;
  const root = readXml(text);
  if (root.name === 'score-timewise') throw new Unreadable('xml-timewise');
  if (root.name !== 'score-partwise') throw new Unreadable('xml-other', { name: root.name });
  const parts = childrenOf(root, 'part');
  const names = new Map(
    childrenOf(childOf(root, 'part-list') ?? NOTHING, 'score-part').map((one) => [
      one.attributes.id ?? '',
      textOf(one, 'part-name') ?? '',
    ]),
  );
  const nameOf = (i: number) => names.get(parts[i]!.attributes.id ?? '') || t('part {i}', { i: i + 1 });
  if (parts.some((part) => childrenOf(part, 'measure').length > MOST_MEASURES))
    throw new Unreadable('too-many-measures', { most: MOST_MEASURES });
  const voices = voicesOf(parts, nameOf);
  const at = Math.min(wanted ?? likeliest(parts, voices), voices.length - 1);
  const sung = voices[at];
  const lost: Lost[] = [];
  const withChords = parts.findIndex((part, i) => i === sung?.part && hasHarmony(part));
  const harmony = withChords >= 0 ? withChords : parts.findIndex(hasHarmony);
  const title = scoreTitle(root) ?? t('Untitled');
  // Words may stand under rests alone.
  const reader = new PartReader(sung?.voice ?? '1', lost, sung !== undefined);
  const melodyPart = parts[sung?.part ?? Math.max(0, harmony)];
  const measures = melodyPart ? reader.read(childrenOf(melodyPart, 'measure')) : [];
  // Chords of another part stand in its measures of the same place.
  const named =
    harmony >= 0 && harmony !== (sung?.part ?? harmony)
      ? new PartReader('', []).read(childrenOf(parts[harmony]!, 'measure')).map((one) => one.chords)
      : measures.map((one) => one.chords);
  const tab = parts.find(hasTab);
  const { chords, guitar } = tab ? withGrips(named, tab) : { chords: named, guitar: undefined };
  const { meter = COMMON_TIME, key = null, tempo, feel } = reader;
  return {
    tunes: [title],
    tune: 0,
    parts: voices.map(({ name }) => name),
    part: at,
    guessed: wanted === undefined && voices.length > 1,
    draft: {
      title,
      key,
      meter,
      tempo: tempo === null ? null : (tempo * TICKS_PER_QUARTER) / ticksPerBeat(meter),
      feel,
      measures: measures.map((measure, i) => ({
        ...measure,
        chords: chords[i] ?? [],
        notes: measure.notes.map((note) => ({ ...note, pitch: note.pitch + 12 * octave })),
        ...(repeats ? {} : { opens: false, closes: false, ending: null, before: [], after: [] }),
      })),
    },
    lost,
    ...(guitar && { guitar }),
  };
}

/** What a score is called, if it is. */
export const scoreTitle = (root: Element): string | undefined =>
  textOf(childOf(root, 'work') ?? NOTHING, 'work-title') || textOf(root, 'movement-title') || undefined;

/** The chords of measures; those without a grip get the one that is plucked in a tab. */
function withGrips(measures: readonly DraftMeasure['chords'][], tab: Element) {
  const reader = new PartReader('', []);
  const own = reader.read(childrenOf(tab, 'measure'));
  const guitar = guitarOf(tab);
  const strings = guitar?.tuning.split(' ').length;
  const chords = measures.map((chords, m) =>
    chords.map((one, i) => {
      const span = { from: one.tick, to: chords[i + 1]?.tick ?? own[m]?.ticks ?? 0 };
      const grip = one.grip ?? gripOfTab(reader.struck[m] ?? [], strings, span);
      return grip ? { ...one, grip } : one;
    }),
  );
  return { chords, guitar };
}

const NOTHING: Element = { name: '', attributes: {}, inside: [], text: '' };
const hasHarmony = (part: Element) =>
  childrenOf(part, 'measure').some((measure) => childrenOf(measure, 'harmony').length > 0);
const isNote = (note: Element) =>
  childOf(note, 'pitch') !== undefined && childOf(note, 'grace') === undefined && childOf(note, 'cue') === undefined;
const hasTab = (part: Element) =>
  childrenOf(part, 'measure').some((measure) => childrenOf(measure, 'note').some((note) => struckOf(note, 0) !== null));
const voiceOf = (note: Element) => textOf(note, 'voice') ?? '1';

/** How a note's pitch is written, and as which MIDI number. */
function writtenOf(note: Element) {
  const pitch = childOf(note, 'pitch')!;
  const step = textOf(pitch, 'step') ?? 'C';
  const alter = Math.round(numberOf(pitch, 'alter') ?? 0);
  return { step, alter, written: ((numberOf(pitch, 'octave') ?? 4) + 1) * 12 + (STEPS[step] ?? 0) + alter };
}

const isTiedTo = (note: Element) => childrenOf(note, 'tie').some(({ attributes }) => attributes.type === 'stop');

const breathes = (note: Element) =>
  childrenOf(note, 'notations').some((own) =>
    childrenOf(own, 'articulations').some((mark) => childOf(mark, 'breath-mark') !== undefined),
  );

/** The syllables under a note, by verse. */
const syllablesOf = (note: Element, tick: Ticks): readonly Syllable[] =>
  childrenOf(note, 'lyric').flatMap((lyric): Syllable[] => {
    const text = childrenOf(lyric, 'text')
      .map((one) => one.text)
      .join(' ');
    const goesOn = /^(begin|middle)$/.test(textOf(lyric, 'syllabic') ?? '');
    // Numbers of verses may have names before them.
    const verse = Math.max(1, Number(/\d+$/.exec(lyric.attributes.number ?? '1')?.[0] ?? 1)) - 1;
    return text === '' ? [] : [{ verse, tick, text: goesOn ? `${text}-` : text }];
  });

function voicesOf(parts: readonly Element[], nameOf: (part: number) => string): readonly Voice[] {
  return parts.flatMap((part, i) => {
    const notes = childrenOf(part, 'measure').flatMap((measure) => childrenOf(measure, 'note').filter(isNote));
    const tabs = tabStaves(part);
    const onStave = notes.filter((note) => !tabs.has(staffOf(note)));
    // A tab under a stave says the same once more.
    const own = [...new Set((onStave.length > 0 ? onStave : notes).map(voiceOf))];
    return own.map((voice): Voice => ({
      part: i,
      voice,
      name: own.length === 1 ? nameOf(i) : t('{name}, voice {voice}', { name: nameOf(i), voice }),
    }));
  });
}

const staffOf = (note: Element) => textOf(note, 'staff') ?? '1';
const tabStaves = (part: Element): ReadonlySet<string> =>
  new Set(
    childrenOf(part, 'measure')
      .flatMap((measure) => childrenOf(measure, 'attributes').flatMap((one) => childrenOf(one, 'clef')))
      .filter((clef) => textOf(clef, 'sign') === 'TAB')
      .map((clef) => clef.attributes.number ?? '1'),
  );

/** So many of an accompaniment's notes stand with others; a bass lies lower than so on the whole (D3; common practice). */
const MOST_CHORDS = 0.2;
const BASS_LIES = 50;

/** The voice that looks most like a tune: one note at a time, sung high, with words (common practice); −1: all accompany. */
function likeliest(parts: readonly Element[], voices: readonly Voice[]): number {
  const worth = voices.map(({ part, voice }) => {
    const notes = childrenOf(parts[part]!, 'measure').flatMap((measure) =>
      childrenOf(measure, 'note').filter((note) => isNote(note) && voiceOf(note) === voice),
    );
    const chords = notes.filter((note) => childOf(note, 'chord')).length / notes.length;
    const words = notes.some((note) => childOf(note, 'lyric')) ? 1 : 0;
    const isTab = hasTab(parts[part]!);
    const accompanies = isTab && (chords > MOST_CHORDS || voices.filter((one) => one.part === part).length > 1);
    const lies = notes.reduce((sum, note) => sum + writtenOf(note).written, 0) / notes.length;
    if (accompanies || (words === 0 && lies < BASS_LIES)) return -Infinity;
    return words + (hasHarmony(parts[part]!) ? 0.5 : 0) - chords - part / 100 - (voice === '1' ? 0 : 0.3);
  });
  const most = Math.max(...worth);
  return most === -Infinity ? -1 : worth.indexOf(most);
}

type Opened = { -readonly [K in keyof DraftMeasure]: DraftMeasure[K] };

/** Reads the measures of a part: the notes of one voice, chords, signs. */
class PartReader {
  meter: Meter | undefined;
  key: Key | undefined;
  /** Quarters a minute. */
  tempo: number | null = null;
  feel: Draft['feel'] = 'straight';
  readonly #voice: string;
  /** Whether its notes are a melody. */
  readonly #sings: boolean;
  readonly #lost: Lost[];
  #divisions = 1;
  /** What is to be added to a written pitch, and to the fifths of its key. */
  #transpose = 0;
  #now: Meter = COMMON_TIME;
  #label = '';
  /** What is plucked in a tab, by measure. */
  readonly struck: Struck[][] = [];
  readonly #counted = new Map<string, number>();

  constructor(voice: string, lost: Lost[], sings = false) {
    this.#voice = voice;
    this.#sings = sings;
    this.#lost = lost;
  }

  read(measures: readonly Element[]): readonly DraftMeasure[] {
    const read = measures.map((measure, i) => this.#measure(measure, i));
    for (const [what, count] of this.#counted)
      this.#lost.push({ measure: null, code: 'passed-over', args: { what, count } });
    return read;
  }

  #count(what: string): void {
    this.#counted.set(what, (this.#counted.get(what) ?? 0) + 1);
  }

  #ticks(duration: number): Ticks {
    return (duration * TICKS_PER_QUARTER) / this.#divisions;
  }

  #measure(element: Element, index: number): DraftMeasure {
    this.#label = element.attributes.number ?? String(index + 1);
    const made: Opened = {
      notes: [],
      ticks: 0,
      passes: new Map(),
      opens: false,
      closes: false,
      at: { line: index + 1, column: 1, length: 1 },
      label: this.#label,
      chords: [],
      meter: null,
      key: null,
      section: null,
      ending: null,
      before: [],
      after: [],
    };
    const notes: BarNotes[number][] = [];
    const chords: DraftMeasure['chords'][number][] = [];
    const words: Syllable[] = [];
    const struck: Struck[] = [];
    this.struck.push(struck);
    let now = 0;
    let longest = 0;
    let begins = 0;
    for (const one of element.inside) {
      const duration = this.#ticks(numberOf(one, 'duration') ?? 0);
      if (one.name === 'attributes') this.#attributes(one, made);
      else if (one.name === 'backup') now -= duration;
      else if (one.name === 'forward') now += duration;
      else if (one.name === 'harmony') {
        const { text, exact } = symbolOfHarmony(one);
        const tick = Math.round(now + this.#ticks(numberOf(one, 'offset') ?? 0));
        const grip = gripOfFrame(one);
        chords.push({ tick: Math.max(0, tick), text, ...(grip && { grip }) });
        if (!exact) this.#lost.push({ measure: this.#label, code: 'chord-unknown', args: { text } });
      } else if (one.name === 'direction' || one.name === 'sound') this.#direction(one, made);
      else if (one.name === 'barline') this.#barline(one, made);
      else if (one.name === 'note') {
        if (childOf(one, 'grace')) this.#count(t('grace notes'));
        else if (childOf(one, 'cue')) this.#count(t('cue notes'));
        else {
          const isChord = childOf(one, 'chord') !== undefined;
          if (!isChord) begins = now;
          const plucked = isTiedTo(one) ? null : struckOf(one, Math.round(begins));
          if (plucked) struck.push(plucked);
          if (this.#sings && voiceOf(one) === this.#voice && childOf(one, 'pitch'))
            this.#note(one, begins, duration, isChord, notes);
          if (!isChord) now += duration;
          if (voiceOf(one) === this.#voice) words.push(...syllablesOf(one, Math.round(begins)));
          else if (childOf(one, 'lyric')) this.#count(t('words under notes of other voices'));
        }
      }
      longest = Math.max(longest, now);
    }
    made.notes = notes.sort((a, b) => a.tick - b.tick);
    made.chords = chords;
    if (words.length > 0) made.words = words;
    made.ticks = Math.round(longest);
    return made;
  }

  #note(one: Element, from: number, duration: number, isChord: boolean, notes: BarNotes[number][]): void {
    const { step, alter, written } = writtenOf(one);
    const sounding = written + this.#transpose;
    const plain = Math.abs(alter) <= 1 && this.#transpose % 12 === 0;
    const spelling = plain
      ? `${step}${alter > 0 ? '#' : alter < 0 ? 'b' : ''}`
      : nameInKey(this.key ?? { tonic: 'C', mode: 'major' }, pitchClassOf(sounding));
    const tick = Math.round(from);
    const note = {
      tick,
      ticks: Math.round(from + duration) - tick,
      pitch: sounding,
      spelling,
      tied: childrenOf(one, 'tie').some(({ attributes }) => attributes.type === 'start'),
      ...(breathes(one) && { breath: true }),
    };
    if (note.ticks < 1) return;
    const last = notes.at(-1);
    // Of notes at once the highest is the melody.
    if (isChord && last) {
      this.#count(t('lower notes of chords'));
      if (note.pitch > last.pitch) notes[notes.length - 1] = note;
    } else notes.push(note);
  }

  #attributes(one: Element, made: Opened): void {
    this.#divisions = Math.max(1, numberOf(one, 'divisions') ?? this.#divisions);
    const transpose = childOf(one, 'transpose');
    if (transpose)
      this.#transpose = (numberOf(transpose, 'chromatic') ?? 0) + 12 * (numberOf(transpose, 'octave-change') ?? 0);
    const key = childOf(one, 'key');
    const fifths = key && numberOf(key, 'fifths');
    if (key && fifths !== undefined) {
      const mode = textOf(key, 'mode') ?? 'major';
      const sounding = keyOfSignature(fifths + 7 * (((this.#transpose % 12) + 12) % 12), mode);
      if (this.key === undefined) this.key = sounding;
      else made.key = sounding;
    }
    const time = childOf(one, 'time');
    if (time) {
      const read = parseMeter(`${textOf(time, 'beats') ?? ''}/${textOf(time, 'beat-type') ?? ''}`);
      if (!read.ok) this.#lost.push({ measure: this.#label, code: 'passed-over', args: { what: t('a meter') } });
      else {
        if (this.meter === undefined) this.meter = read.value;
        else if (read.value.count !== this.#now.count || read.value.unit !== this.#now.unit) made.meter = read.value;
        this.#now = read.value;
      }
    }
  }

  #barline(one: Element, made: Opened): void {
    const repeat = childOf(one, 'repeat');
    if (repeat?.attributes.direction === 'forward') made.opens = true;
    if (repeat?.attributes.direction === 'backward') {
      made.closes = true;
      const times = Number(repeat.attributes.times ?? 2);
      if (times > 2) made.after = [...made.after, `x${times}`];
    }
    const ending = childOf(one, 'ending');
    if (ending?.attributes.type === 'start') made.ending = Number(/\d+/.exec(ending.attributes.number ?? '')?.[0] ?? 1);
  }

  #direction(one: Element, made: Opened): void {
    const sound = one.name === 'sound' ? one : childOf(one, 'sound');
    const tempo = Number(sound?.attributes.tempo ?? NaN);
    if (Number.isFinite(tempo) && this.tempo === null) this.tempo = tempo;
    const types = childrenOf(one, 'direction-type').flatMap(({ inside }) => inside);
    for (const type of types) {
      if (type.name === 'segno' || type.name === 'coda') made.before = [...made.before, type.name];
      else if (type.name === 'rehearsal') made.section = type.text.slice(0, 60) || null;
      else if (type.name === 'metronome' && this.tempo === null) this.tempo = quartersOf(type);
      else if (type.name === 'words' && type.text !== '') this.#words(type.text, made);
    }
    if (made.after.length === 0 && sound?.attributes.dacapo === 'yes') made.after = ['D.C.'];
    if (made.after.length === 0 && sound?.attributes.dalsegno !== undefined) made.after = ['D.S.'];
  }

  #words(text: string, made: Opened): void {
    const sign = signOf(text);
    if (sign && sign.kind !== 'times') {
      const isBefore = sign.kind === 'sign' && (sign.sign === 'segno' || sign.sign === 'coda');
      if (isBefore) made.before = [...made.before, text];
      else made.after = [...made.after, text];
    } else if (/swing/i.test(text)) this.feel = 'swing';
    else this.#lost.push({ measure: this.#label, code: 'passed-over', args: { what: `“${text.slice(0, 40)}”` } });
  }
}

const UNITS: Readonly<Record<string, number>> = { whole: 4, half: 2, quarter: 1, eighth: 1 / 2, '16th': 1 / 4 };
/** Quarters a minute of a metronome mark; null: it says none. */
function quartersOf(mark: Element): number | null {
  const count = Number(textOf(mark, 'per-minute') ?? NaN);
  const unit = UNITS[textOf(mark, 'beat-unit') ?? 'quarter'] ?? 1;
  return Number.isFinite(count) ? count * unit * (childOf(mark, 'beat-unit-dot') ? 3 / 2 : 1) : null;
}
