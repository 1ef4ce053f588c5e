import type { Bond } from '../reharm/moves/bond.ts';
import type { Problem, ProblemCode } from '../problem.ts';
import { PLAYER_FIELDS, type PlayerField } from '../neck/player.ts';
import type { WhyNot } from '../neck/hold.ts';
import { whyNotText } from './hand.ts';
import { PLAYER_NAMES, PLAYER_RIGHT } from './player.ts';
import type { NoteWay } from '../take/layers/note.ts';
import { NOTE_WAY_WORDS } from './carry.ts';
import { musical } from './music.ts';

type Args = Problem['args'];

/** How a chord of a move is to go on. */
const BOND_WORDS: Readonly<Record<Bond, string>> = {
  moved: 'the same shape, a few frets off',
  line: 'one voice walks, the others are held',
  'top-rises': 'the top voice rises',
  'top-falls': 'the top voice falls',
  'top-pair': 'the two top voices stay',
  'pair-falls': 'the two top voices fall a whole step',
  'top-held': 'the upper voice is held, the lower one moves',
  'low-held': 'the lower voice is held, the upper one moves',
};

/** What a jump that lacks its sign is told. */
const SIGN_NEEDED: Readonly<Record<string, string>> = {
  segno: 'D.S. goes back to the segno, and there is none: write {segno} before the bar it goes to.',
  coda: 'There is no coda to go to: write {coda} before its first bar.',
  'to-coda': 'It is not said where to leave for the coda: write {to coda} after the bar.',
  fine: 'It is not said where to end: write {fine} after the last bar.',
};

/** What is wrong and what would be right, one sentence or two each. */
const SENTENCES: Readonly<Record<ProblemCode, (args: Args) => string>> = {
  'chord-unknown': ({ text }) => `“${text}” is no chord I can read. Write it like Am7, F♯m7b5, Eb13 or Bb/D.`,
  'chord-lower-case': ({ text, instead }) => `Chord letters are capitals: write “${instead}” for “${text}”.`,
  'chord-german-h': ({ text, instead }) => `The note below C is written B here: “${instead}” for “${text}”.`,
  'chord-two-basses': ({ text }) => `“${text}” names two bass notes. A chord has one: write C/E.`,
  'chord-syllable': ({ text }) => `“${text}” may be D diminished or the syllable do. Write Ddim or C.`,
  'chord-bass-unknown': ({ text, bass }) =>
    `“${bass}” in “${text}” is no bass note. After the slash stands one note, as in C/Bb.`,
  'degree-unknown': ({ text }) =>
    `“${text}” is no chord by its degree. Write it like IIm7, bVImaj7 or V7/3: capitals, a kind, and a bass in figures above the root.`,
  'passage-long': ({ bars, most }) => `That is ${bars} bars; a move has ${most} at most. Select fewer.`,
  'passage-crowded': ({ chords, most }) => `That is ${chords} chords; a move has ${most} at most.`,
  'passage-rest': () => 'There is a rest in it: a move has a chord at every moment. Select bars without one.',
  'passage-meters': () => 'The meter changes in it: a move has one. Select bars of one meter.',
  'passage-pickup': () => 'It begins with a pickup: a move has whole bars. Select from bar 1 on.',
  'moves-no-json': () => 'This is no JSON. Moves are brought in from a file that was saved here as “moves”.',
  'moves-no-file': () =>
    'This is no file of moves: its first field would be “yellowHeron”: “moves”, with a list “moves”.',
  'moves-newer': ({ schema }) =>
    `It is of schema ${schema}, which a newer Yellow Heron wrote. This one reads schema 1: update it first.`,
  'moves-many': ({ count, most }) => `${count} moves in one file; ${most} are the most. Divide it.`,
  'moves-field': ({ field, right, number = '' }) =>
    `${number === '' ? '' : `Move ${number}: `}“${field}” is not right. It would be ${right}.`,
  'key-unknown': ({ text }) => `“${text}” is no key. Write it like Ab, F#m or D dorian.`,
  'key-unwritable': ({ text, instead }) =>
    `“${text}” needs more than seven accidentals. The same key is written with ${instead}.`,
  'meter-unknown': ({ text }) => `“${text}” is no meter. Write it like 4/4, 3/4 or 12/8.`,
  'tempo-unknown': ({ text, least, most }) => `“${text}” is no tempo. Write beats a minute, ${least} to ${most}.`,
  'header-unknown': ({ text }) => `“${text}” is no header. There are title, key, meter, tempo and feel.`,
  'header-twice': ({ text, line }) => `“${text}” stands in line ${line} already: a chart has one.`,
  'feel-unknown': ({ text }) => `“${text}” is no feel. Write straight or swing.`,
  'title-too-long': ({ most }) => `The title is too long: ${most} characters at most.`,
  'chart-empty': () => 'There are no bars yet. Write chords between bar lines: | C | Am7 | Dm7 | G7 |',
  'chart-too-long': ({ length, most }) =>
    `This text has ${length} characters; a chart has ${most} at most. Was it pasted by mistake?`,
  'chart-too-many-bars': ({ most }) => `A chart has ${most} bars at most.`,
  'chart-too-many-played': ({ played, most }) =>
    `With its repeats the chart has ${played} bars to play; ${most} at most.`,
  'line-unknown': ({ text }) =>
    `“${text}” is neither a header, a [section] nor bars. Bars stand between bar lines: | C | F |`,
  'bar-unclosed': ({ text }) => `This bar is not closed: end it with a bar line, | ${text} |`,
  'bar-empty': () => 'This bar is empty. Write a chord, % to repeat the bar before, or N.C. for no chord.',
  'bar-share': ({ count, meter, dots }) =>
    `${count} entries do not share a bar of ${meter}. Hold chords with dots: | ${dots} |`,
  'bar-crowded': ({ count, meter, most }) => `${count} entries are too many: a bar of ${meter} takes ${most} at most.`,
  'bar-dot-first': () => 'A dot holds the chord before it in the bar: begin the bar with a chord.',
  'bar-percent-first': () => '% repeats the bar before, and there is none yet. Write the chord.',
  'bar-percent-mixed': () => '% repeats the whole bar before: it stands alone in its bar.',
  'repeat-unopened': () => 'This repeat sign closes nothing. Open the repeat with |: where it begins.',
  'repeat-unclosed': () => 'This repeat is never closed. End it with :|',
  'repeat-nested': ({ line }) =>
    `The repeat opened in line ${line} is not closed yet: end it with :| before opening another.`,
  'ending-outside': ({ number }) => `Ending ${number} stands outside a repeat. Write |: … |1 … :|2 … |`,
  'ending-number': ({ number, expected }) => `Ending ${number} comes out of order: ${expected} is next.`,
  'times-unclosed': () => 'How often is said of a repeat: write it after the sign that closes it, :| {x4}',
  'times-endings': () => 'A repeat with endings is played once for each ending: leave this out.',
  'jump-twice': ({ bar }) => `The music jumps at the end of bar ${bar} already: a chart has one D.C. or D.S.`,
  'jump-sign': ({ sign }) => SIGN_NEEDED[String(sign)]!,
  'sign-first': ({ text }) => `“${text}” stands after a bar: there is none yet.`,
  'brace-unknown': ({ text }) =>
    `“${text}” is nothing I know. In braces stand {3/4}, {key: F}, {segno}, {coda}, {to coda}, {fine}, {D.S. al coda}, {D.C. al fine}, {x4} or {vamp}.`,
  'alternate-place': () => 'Other changes stand after the chords of their bar: | Dm7 G7 {or Ab7 G7} |',
  'lyrics-first': () => 'Words stand under a line of bars, and there is none before this.',
  'lyrics-many': ({ count, bars }) =>
    `There are words for ${count} bars, and the line above has ${bars}. Part them by bar lines: > words | words`,
  'lyrics-verses': ({ most }) => `Under a line of bars stand ${most} verses at most.`,
  'pickup-late': () => 'A pickup comes before the first bar.',
  'pickup-unknown': ({ text }) => `“${text}” is no length. Write it like [pickup 1/4].`,
  'note-unknown': ({ text }) => `“${text}” is no note. Write it like C, Bb or F#, a pitch like E5.`,
  'grip-unknown': ({ text }) =>
    `“${text}” is no grip. Write a fret for each string, low first, x for not played: x-3-5-4-5-3.`,
  'grip-strings': ({ text, count, strings }) => `${text} has ${count} strings, and this tuning ${strings}.`,
  'grip-silent': ({ text }) => `In ${text} no string sounds: write a fret for one at least.`,
  'rhythm-form': ({ text }) =>
    `“${text}” is no rhythm. Write the meter, a colon and its hits: 4/4: 1:1.5W> 2&:.5W., or 4/4 over 3: … for one that runs over the bars.`,
  'rhythm-hit': ({ text }) =>
    `“${text}” is no hit. Write where, how long and what: 2&:.5W is the whole grip for half a count on the second half of two.`,
  'rhythm-past': ({ text, most }) => `“${text}” is not in its bar: there are counts 1 to ${most}.`,
  'rhythm-empty': () => 'A rhythm needs a hit at least.',
  'rhythm-long': ({ text, most }) => `“${text}” is no length. Write counts, 1 to ${most}, by halves.`,
  'nothing-to-take': () => 'There is no chord here that this hand can hold: a take needs one at least.',
  'move-loose': ({ text, into }) =>
    `This hand cannot play ${musical(String(text))} as its move says: ${BOND_WORDS[into as Bond]}. Another way stands in.`,
  'pin-not-on-top': ({ note, text }) =>
    `The grip pinned for ${musical(String(text))} does not have the tune’s ${musical(String(note))} on top; another stands in.`,
  'tune-alone': ({ note, text }) =>
    `This hand has no grip of ${musical(String(text))} with ${musical(String(note))} on top: the note is played alone. Another octave or key may have one.`,
  'note-not-so': ({ note, way, text }) =>
    `${musical(String(note))} over ${musical(String(text))} is not played as you said (${NOTE_WAY_WORDS[way as NoteWay].name}): ${NOTE_WAY_WORDS[way as NoteWay].lacks}.`,
  'tune-off-neck': ({ note }) =>
    `${musical(String(note))} is not on this neck, and is left out. Take the tune into another octave (Wishes) or key.`,
  'pin-unplayable': ({ text }) => `The pinned grip does not play ${musical(String(text))} any more; another stands in.`,
  'pin-unheld': ({ text, reason }) =>
    `This hand does not hold the pinned grip ${text}: ${whyNotText(reason as WhyNot)}. Another stands in.`,
  'ring-lost': ({ note, text }) =>
    `No grip of ${musical(String(text))} for this hand lets ${musical(String(note))} sound on; another stands in.`,
  'frame-jumps': () => 'This chart jumps (D.C., D.S.): write its intro or ending by hand, where it is to be played.',
  'frame-meter': () => 'The meter changes in the last phrase: write the intro or ending by hand.',
  'line-empty': () => 'A line needs a note at least: E5 D5 C5 B4.',
  'line-note': ({ text }) =>
    `“${text}” is no note of a line. Write notes, with an octave where you like: E5 D C#; - holds one on, z is a rest.`,
  'line-hold': () => 'A - holds the note before it on, and there is none.',
  'line-shares': ({ count, text }) =>
    `${count} notes do not share this span evenly: ${text} would. Hold one on with -, or put a rest, z.`,
  'melody-elsewhere': () =>
    'This text is the chart alone; the melody stands on the stave under the bars. These notes can be put there: press “Put it on the stave”.',
  'melody-unknown': ({ text }) =>
    `“${text}” is no note. Notes are letters with a length, as in C D2 _e/2 z: c is the octave above middle C, z a rest.`,
  'melody-length': ({ text }) => `“${text}” is no length. Write L:1/8, and lengths like c2, c3/2 or c/2.`,
  'melody-bar-long': ({ is, should }) =>
    `The notes of this bar last ${is} eighths, and the chart’s bar ${should}. Is a bar line missing?`,
  'melody-bar-short': ({ is, should }) =>
    `The notes of this bar last ${is} eighths, and the chart’s bar ${should}. Fill it with rests: z2.`,
  'melody-pickup': () =>
    'The melody begins before the first bar of the chart. Write the pickup there too: [pickup 1/4] | N.C. |',
  'melody-long': ({ bars }) => `The melody goes on after the last of the chart’s ${bars} bars.`,
  'melody-repeat-opens': () =>
    'The melody opens a repeat here, and the chart does not. Write |: in the chart, or leave it out.',
  'melody-repeat-open': () => 'The chart closes a repeat here, and the melody does not. Write :| there too.',
  'melody-repeat-closes': () =>
    'The melody closes a repeat here, and the chart does not. Write :| in the chart, or leave it out.',
  'chord-unplayable': ({ text }) =>
    `This hand has no grip for ${musical(String(text))} on its neck; it is passed over.`,
  'player-no-json': ({ text }) => `This is no JSON: ${text}`,
  'player-no-object': () => 'A player is written as {"reach": 110, "thumb": false, …}.',
  'player-field-unknown': ({ field }) => `“${field}” is no setting of a player. There are ${PLAYER_FIELDS.join(', ')}.`,
  'player-field': ({ field, text }) =>
    `The ${PLAYER_NAMES[field as PlayerField]} cannot be ${text}: it is ${PLAYER_RIGHT[field as PlayerField]}.`,
  'player-capo-high': ({ capo, fret }) =>
    `A capo at fret ${capo} leaves too little of a neck of ${fret} frets: four at least.`,
  'player-strings': ({ strings }) => `Of ${strings} strings three are in use at least; the lowest is number 0.`,
};

/** The words of a problem, without its place. */
export function problemText({ code, args }: Problem): string {
  return SENTENCES[code](args);
}

/** One line with its place, for a terminal: `bar 5: …`, else `line 3: …`. */
export function problemLine(problem: Problem): string {
  const { bar, at } = problem;
  const where = bar !== null ? `bar ${bar}: ` : at !== null ? `line ${at.line}: ` : '';
  return where + problemText(problem);
}
