import { msg, t, type Msg } from '../words/words.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import type { Problem, ProblemCode } from '../problem.ts';
import { PLAYER_FIELDS, type PlayerField } from '../neck/player.ts';
import type { WhyNot } from '../neck/hold.ts';
import { whyNotText } from './hand.ts';
import { PLAYER_NAMES, PLAYER_RIGHT } from './player.ts';
import type { NoteWay } from '../take/layers/note.ts';
import { NOTE_WAY_WORDS } from './carry.ts';
import { noteText, symbolText } from './music.ts';

type Args = Problem['args'];

/** How a chord of a move is to go on. */
const BOND_WORDS: Readonly<Record<Bond, Msg>> = {
  moved: msg('the same shape, a few frets off'),
  line: msg('one voice walks, the others are held'),
  'top-rises': msg('the top voice rises'),
  'top-falls': msg('the top voice falls'),
  'top-pair': msg('the two top voices stay'),
  'pair-falls': msg('the two top voices fall a whole step'),
  'top-held': msg('the upper voice is held, the lower one moves'),
  'low-held': msg('the lower voice is held, the upper one moves'),
};

/** What a jump that lacks its sign is told. */
const SIGN_NEEDED: Readonly<Record<string, Msg>> = {
  segno: msg('D.S. goes back to the segno, and there is none: write {segno} before the bar it goes to.'),
  coda: msg('There is no coda to go to: write {coda} before its first bar.'),
  'to-coda': msg('It is not said where to leave for the coda: write {to coda} after the bar.'),
  fine: msg('It is not said where to end: write {fine} after the last bar.'),
};

/** What is wrong and what would be right, one sentence or two each. */
const SENTENCES: Readonly<Record<ProblemCode, (args: Args) => string>> = {
  'chord-unknown': ({ text }) =>
    t('“{text}” is no chord I can read. Write it like Am7, F♯m7b5, Eb13 or Bb/D.', { text }),
  'chord-lower-case': ({ text, instead }) =>
    t('Chord letters are capitals: write “{instead}” for “{text}”.', { instead, text }),
  'chord-german-h': ({ text, instead }) =>
    t('The note below C is written B here: “{instead}” for “{text}”.', { instead, text }),
  'chord-two-basses': ({ text }) => t('“{text}” names two bass notes. A chord has one: write C/E.', { text }),
  'chord-syllable': ({ text }) => t('“{text}” may be D diminished or the syllable do. Write Ddim or C.', { text }),
  'chord-bass-unknown': ({ text, bass }) =>
    t('“{bass}” in “{text}” is no bass note. After the slash stands one note, as in C/Bb.', { bass, text }),
  'degree-unknown': ({ text }) =>
    t(
      '“{text}” is no chord by its degree. Write it like IIm7, bVImaj7 or V7/3: capitals, a kind, and a bass in figures above the root.',
      { text },
    ),
  'passage-long': ({ bars, most }) =>
    t('That is {bars} bars; a move has {most} at most. Select fewer.', { bars, most }),
  'passage-crowded': ({ chords, most }) => t('That is {chords} chords; a move has {most} at most.', { chords, most }),
  'passage-rest': () => t('There is a rest in it: a move has a chord at every moment. Select bars without one.'),
  'passage-meters': () => t('The meter changes in it: a move has one. Select bars of one meter.'),
  'passage-pickup': () => t('It begins with a pickup: a move has whole bars. Select from bar 1 on.'),
  'moves-no-json': () => t('This is no JSON. Moves are brought in from a file that was saved here as “moves”.'),
  'moves-no-file': () =>
    t('This is no file of moves: its first field would be “yellowHeron”: “moves”, with a list “moves”.'),
  'moves-newer': ({ schema }) =>
    t('It is of schema {schema}, which a newer Yellow Heron wrote. This one reads schema 1: update it first.', {
      schema,
    }),
  'moves-many': ({ count, most }) => t('{count} moves in one file; {most} are the most. Divide it.', { count, most }),
  'moves-field': ({ field, right, number = '' }) =>
    t('{more}“{field}” is not right. It would be {right}.', {
      more: number === '' ? '' : `${t('Move {number}:', { number })} `,
      field,
      right,
    }),
  'key-unknown': ({ text }) => t('“{text}” is no key. Write it like Ab, F#m or D dorian.', { text }),
  'key-unwritable': ({ text, instead }) =>
    t('“{text}” needs more than seven accidentals. The same key is written with {instead}.', { text, instead }),
  'meter-unknown': ({ text }) => t('“{text}” is no meter. Write it like 4/4, 3/4 or 12/8.', { text }),
  'tempo-unknown': ({ text, least, most }) =>
    t('“{text}” is no tempo. Write beats a minute, {least} to {most}.', { text, least, most }),
  'header-unknown': ({ text }) => t('“{text}” is no header. There are title, key, meter, tempo and feel.', { text }),
  'header-twice': ({ text, line }) => t('“{text}” stands in line {line} already: a chart has one.', { text, line }),
  'feel-unknown': ({ text }) => t('“{text}” is no feel. Write straight or swing.', { text }),
  'title-too-long': ({ most }) => t('The title is too long: {most} characters at most.', { most }),
  'chart-empty': () => t('There are no bars yet. Write chords between bar lines: | C | Am7 | Dm7 | G7 |'),
  'chart-too-long': ({ length, most }) =>
    t('This text has {length} characters; a chart has {most} at most. Was it pasted by mistake?', { length, most }),
  'chart-too-many-bars': ({ most }) => t('A chart has {most} bars at most.', { most }),
  'chart-too-many-played': ({ played, most }) =>
    t('With its repeats the chart has {played} bars to play; {most} at most.', { played, most }),
  'line-unknown': ({ text }) =>
    t('“{text}” is neither a header, a [section] nor bars. Bars stand between bar lines: | C | F |', { text }),
  'bar-unclosed': ({ text }) => t('This bar is not closed: end it with a bar line, | {text} |', { text }),
  'bar-empty': () => t('This bar is empty. Write a chord, % to repeat the bar before, or N.C. for no chord.'),
  'bar-share': ({ count, meter, dots }) =>
    t('{count} entries do not share a bar of {meter}. Hold chords with dots: | {dots} |', { count, meter, dots }),
  'bar-crowded': ({ count, meter, most }) =>
    t('{count} entries are too many: a bar of {meter} takes {most} at most.', { count, meter, most }),
  'bar-dot-first': () => t('A dot holds the chord before it in the bar: begin the bar with a chord.'),
  'bar-percent-first': () => t('% repeats the bar before, and there is none yet. Write the chord.'),
  'bar-percent-mixed': () => t('% repeats the whole bar before: it stands alone in its bar.'),
  'repeat-unopened': () => t('This repeat sign closes nothing. Open the repeat with |: where it begins.'),
  'repeat-unclosed': () => t('This repeat is never closed. End it with :|'),
  'repeat-nested': ({ line }) =>
    t('The repeat opened in line {line} is not closed yet: end it with :| before opening another.', { line }),
  'ending-outside': ({ number }) => t('Ending {number} stands outside a repeat. Write |: … |1 … :|2 … |', { number }),
  'ending-number': ({ number, expected }) =>
    t('Ending {number} comes out of order: {expected} is next.', { number, expected }),
  'times-unclosed': () => t('How often is said of a repeat: write it after the sign that closes it, :| {x4}'),
  'times-endings': () => t('A repeat with endings is played once for each ending: leave this out.'),
  'jump-twice': ({ bar }) =>
    t('The music jumps at the end of bar {bar} already: a chart has one D.C. or D.S.', { bar }),
  'jump-sign': ({ sign }) => t(SIGN_NEEDED[String(sign)]!),
  'sign-first': ({ text }) => t('“{text}” stands after a bar: there is none yet.', { text }),
  'brace-unknown': ({ text }) =>
    t(
      '“{text}” is nothing I know. In braces stand {3/4}, {key: F}, {segno}, {coda}, {to coda}, {fine}, {D.S. al coda}, {D.C. al fine}, {x4} or {vamp}.',
      { text },
    ),
  'alternate-place': () => t('Other changes stand after the chords of their bar: | Dm7 G7 {or Ab7 G7} |'),
  'lyrics-first': () => t('Words stand under a line of bars, and there is none before this.'),
  'lyrics-many': ({ count, bars }) =>
    t('There are words for {count} bars, and the line above has {bars}. Part them by bar lines: > words | words', {
      count,
      bars,
    }),
  'lyrics-verses': ({ most }) => t('Under a line of bars stand {most} verses at most.', { most }),
  'pickup-late': () => t('A pickup comes before the first bar.'),
  'pickup-unknown': ({ text }) => t('“{text}” is no length. Write it like [pickup 1/4].', { text }),
  'note-unknown': ({ text }) => t('“{text}” is no note. Write it like C, Bb or F#, a pitch like E5.', { text }),
  'grip-unknown': ({ text }) =>
    t('“{text}” is no grip. Write a fret for each string, low first, x for not played: x-3-5-4-5-3.', { text }),
  'grip-strings': ({ text, count, strings }) =>
    t('{text} has {count} strings, and this tuning {strings}.', { text, count, strings }),
  'grip-silent': ({ text }) => t('In {text} no string sounds: write a fret for one at least.', { text }),
  'rhythm-form': ({ text }) =>
    t(
      '“{text}” is no rhythm. Write the meter, a colon and its hits: 4/4: 1:1.5W> 2&:.5W., or 4/4 over 3: … for one that runs over the bars.',
      { text },
    ),
  'rhythm-hit': ({ text }) =>
    t(
      '“{text}” is no hit. Write where, how long and what: 2&:.5W is the whole grip for half a count on the second half of two.',
      { text },
    ),
  'rhythm-past': ({ text, most }) => t('“{text}” is not in its bar: there are counts 1 to {most}.', { text, most }),
  'rhythm-empty': () => t('A rhythm needs a hit at least.'),
  'rhythm-long': ({ text, most }) => t('“{text}” is no length. Write counts, 1 to {most}, by halves.', { text, most }),
  'nothing-to-take': () => t('There is no chord here that this hand can hold: a take needs one at least.'),
  'move-loose': ({ text, into }) =>
    t('This hand cannot play {text} as its move says: {bond}. Another way stands in.', {
      text: symbolText(String(text)),
      bond: BOND_WORDS[into as Bond],
    }),
  'pin-not-on-top': ({ note, text }) =>
    t('The grip pinned for {text} does not have the tune’s {note} on top; another stands in.', {
      text: symbolText(String(text)),
      note: noteText(String(note)),
    }),
  'tune-alone': ({ note, text }) =>
    t(
      'This hand has no grip of {text} with {note} on top: the note is played alone. Another octave or key may have one.',
      { text: symbolText(String(text)), note: noteText(String(note)) },
    ),
  'note-not-so': ({ note, way, text }) =>
    t('{note} over {text} is not played as you said ({name}): {lacks}.', {
      note: noteText(String(note)),
      text: symbolText(String(text)),
      name: NOTE_WAY_WORDS[way as NoteWay].name,
      lacks: NOTE_WAY_WORDS[way as NoteWay].lacks,
    }),
  'tune-off-neck': ({ note }) =>
    t('{note} is not on this neck, and is left out. Take the tune into another octave (Wishes) or key.', {
      note: noteText(String(note)),
    }),
  'pin-unplayable': ({ text }) =>
    t('The pinned grip does not play {text} any more; another stands in.', { text: symbolText(String(text)) }),
  'pin-unheld': ({ text, reason }) =>
    t('This hand does not hold the pinned grip {text}: {why}. Another stands in.', {
      text,
      why: whyNotText(reason as WhyNot),
    }),
  'ring-lost': ({ note, text }) =>
    t('No grip of {text} for this hand lets {note} sound on; another stands in.', {
      text: symbolText(String(text)),
      note: noteText(String(note)),
    }),
  'frame-jumps': () => t('This chart jumps (D.C., D.S.): write its intro or ending by hand, where it is to be played.'),
  'frame-meter': () => t('The meter changes in the last phrase: write the intro or ending by hand.'),
  'line-empty': () => t('A line needs a note at least: E5 D5 C5 B4.'),
  'line-note': ({ text }) =>
    t(
      '“{text}” is no note of a line. Write notes, with an octave where you like: E5 D C#; - holds one on, z is a rest.',
      { text },
    ),
  'line-hold': () => t('A - holds the note before it on, and there is none.'),
  'line-shares': ({ count, text }) =>
    t('{count} notes do not share this span evenly: {text} would. Hold one on with -, or put a rest, z.', {
      count,
      text,
    }),
  'melody-elsewhere': () =>
    t(
      'This text is the chart alone; the melody stands on the stave under the bars. These notes can be put there: press “Put it on the stave”.',
    ),
  'melody-unknown': ({ text }) =>
    t(
      '“{text}” is no note. Notes are letters with a length, as in C D2 _e/2 z: c is the octave above middle C, z a rest.',
      { text },
    ),
  'melody-length': ({ text }) => t('“{text}” is no length. Write L:1/8, and lengths like c2, c3/2 or c/2.', { text }),
  'melody-bar-long': ({ is, should }) =>
    t('The notes of this bar last {is} eighths, and the chart’s bar {should}. Is a bar line missing?', { is, should }),
  'melody-bar-short': ({ is, should }) =>
    t('The notes of this bar last {is} eighths, and the chart’s bar {should}. Fill it with rests: z2.', { is, should }),
  'melody-pickup': () =>
    t('The melody begins before the first bar of the chart. Write the pickup there too: [pickup 1/4] | N.C. |'),
  'melody-long': ({ bars }) => t('The melody goes on after the last of the chart’s {bars} bars.', { bars }),
  'melody-repeat-opens': () =>
    t('The melody opens a repeat here, and the chart does not. Write |: in the chart, or leave it out.'),
  'melody-repeat-open': () => t('The chart closes a repeat here, and the melody does not. Write :| there too.'),
  'melody-repeat-closes': () =>
    t('The melody closes a repeat here, and the chart does not. Write :| in the chart, or leave it out.'),
  'chord-unplayable': ({ text }) =>
    t('This hand has no grip for {text} on its neck; it is passed over.', { text: symbolText(String(text)) }),
  'player-no-json': ({ text }) => t('This is no JSON: {text}', { text }),
  'player-no-object': () => t('A player is written as {"reach": 110, "thumb": false, …}.'),
  'player-field-unknown': ({ field }) =>
    t('“{field}” is no setting of a player. There are {fields}.', {
      field,
      fields: PLAYER_FIELDS.join(', '),
    }),
  'player-field': ({ field, text }) =>
    t('The {setting} cannot be {text}: it is {right}.', {
      setting: PLAYER_NAMES[field as PlayerField],
      text,
      right: PLAYER_RIGHT[field as PlayerField],
    }),
  'player-capo-high': ({ capo, fret }) =>
    t('A capo at fret {capo} leaves too little of a neck of {fret} frets: four at least.', { capo, fret }),
  'player-strings': ({ strings }) =>
    t('Of {strings} strings three are in use at least; the lowest is number 0.', { strings }),
};

/** The words of a problem, without its place. */
export function problemText({ code, args }: Problem): string {
  return SENTENCES[code](args);
}

/** One line with its place, for a terminal: `bar 5: …`, else `line 3: …`. */
export function problemLine(problem: Problem): string {
  const { bar, at } = problem;
  const where =
    bar !== null ? `${t('bar {bar}:', { bar })} ` : at !== null ? `${t('line {line}:', { line: at.line })} ` : '';
  return where + problemText(problem);
}
