import {
  checkedText,
  checkMelody,
  mendingMoves,
  musical,
  parseTune,
  phrasesAsData,
  pitchInKey,
  playedBars,
  readChart,
  remediesFor,
  remedyText,
  spelledPitch,
  standingIn,
  sungNotes,
  symbolOf,
  ticksPerBeat,
  type CheckedNote,
  type ReadSlot,
  type Remedy,
  symbolText,
} from '../core/index.ts';
import { table } from './table.ts';
import { UsageError, type Answer, type World } from './verb.ts';

/** `check FILE`: what each note of the melody is over the chart's chords, and what mends a clash. */
export function check(file: string, { readText }: World): Answer {
  const tune = parseTune(readText(file));
  if (!tune.ok) return tune;
  const { chart, melody } = tune.value;
  if (!melody) throw new UsageError(`${file} has no melody: write its notes after a line melody:`);
  const slots = readChart(chart, undefined, melody);
  const bars = playedBars(chart);
  const sung = sungNotes(chart, melody);
  const standing = standingIn(slots);
  const checked = checkMelody(standing, bars, sung);
  const notes = checked.map((one) => asData(one, slots, withMoves(slots, one, remediesFor(standing, checked, one))));
  const count = (what: string) => notes.filter(({ verdict }) => verdict === what).length;
  const summary = { tone: count('tone'), tension: count('tension'), clash: count('clash') };
  const phrases = phrasesAsData(chart, slots, sung);
  const rows = checked.map((one, i) => {
    const { bar, beat, chord, degree, verdict, reason, remedies } = notes[i]!;
    const { key } = slots[one.at]!;
    const mended = remedies.map((one) => ('pitch' in one ? pitchInKey(one.pitch!, key) : symbolText(one.symbol!)));
    const name = spelledPitch(one.note.pitch, one.note.spelling);
    return [
      bar,
      Math.round(beat * 100) / 100,
      name,
      symbolText(chord),
      degree === null ? '' : musical(degree),
      verdict,
      reason,
      mended.join(', '),
    ];
  });
  const head = `${summary.tone} tones, ${summary.tension} tensions, ${summary.clash} clashes; ${phrases.length} phrases\n\n`;
  return {
    json: { notes, phrases, summary },
    text: head + table([['bar', 'beat', 'note', 'chord', 'degree', 'verdict', 'why', 'or'], ...rows]),
  };
}

/** Other chords stand after the colours, and before another note of the melody. */
function withMoves(slots: readonly ReadSlot[], one: CheckedNote, remedies: readonly Remedy[]): readonly Remedy[] {
  if (remedies.length === 0) return remedies;
  const moves = mendingMoves(slots, one.at).map((proposal): Remedy => ({ kind: 'move', proposal }));
  const isNote = ({ kind }: Remedy) => kind === 'pitch';
  return [...remedies.filter((remedy) => !isNote(remedy)), ...moves, ...remedies.filter(isNote)];
}

/** The chords of a remedy. */
const symbolIn = (remedy: Exclude<Remedy, { kind: 'pitch' }>): string =>
  remedy.kind === 'move'
    ? remedy.proposal.found.parts.map(({ chord }) => symbolOf(chord)).join(' ')
    : symbolOf(remedy.chord);

/** A checked note as the contract's JSON. What rubs in passing is forgiven: it counts as a tension. */
function asData(one: CheckedNote, slots: readonly ReadSlot[], remedies: readonly Remedy[]) {
  const { note, at, verdict, inPassing, weight } = one;
  const beat = ticksPerBeat(slots[at]!.meter);
  return {
    bar: note.bar,
    beat: note.tick / beat + 1,
    beats: note.ticks / beat,
    pitch: note.pitch,
    chord: one.chord ? symbolOf(one.chord) : 'N.C.',
    degree: verdict?.degree ?? null,
    verdict: inPassing ? ('tension' as const) : (verdict?.verdict ?? ('tone' as const)),
    reason: checkedText(one),
    weight,
    remedies: remedies.map((remedy) => ({
      kind: remedy.kind,
      ...(remedy.kind === 'pitch' ? { pitch: remedy.pitch } : { symbol: symbolIn(remedy) }),
      reason: remedyText(remedy),
      extra: null,
    })),
  };
}
