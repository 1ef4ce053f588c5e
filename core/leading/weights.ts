/**
 * The price of a path, term by term, in tenths of a semitone of movement. Each weight is a price on
 * one column or on one join; the total is their sum, and "best" means the least of exactly that.
 */
export interface Weights {
  /** Per semitone moved by a voice. The unit everything else is measured in. */
  readonly movement: number;
  /** Per semitone a voice moves beyond a whole step: up to that it walks. */
  readonly leap: number;
  /** Per leaning tone that does not go where it leans (tendency.ts): the ear waits for it. */
  readonly tendency: number;
  /** Per voice that enters or leaves: it is heard more than a voice that moves. */
  readonly entry: number;
  /** For outer voices in parallel fifths or octaves: off, for comping lives on them; on for those who avoid them. */
  readonly parallel: number;
  /** Per semitone the top note leaps beyond a whole step: the ear follows the top line. */
  readonly topLeap: number;
  /** Per semitone the lowest note leaps beyond a fifth: up to that a bass line strides. */
  readonly bassLeap: number;
  /** Per centimetre the hand shifts with time enough: ten of them are felt like two semitones. */
  readonly shift: number;
  /** Per finger that is set anew: one that stays is an anchor. */
  readonly anchor: number;
  /** Per string above the bass that comes in or falls silent: a hand stays on a set of strings. */
  readonly strings: number;
  /** For the same grip over a bar line where the chord changes, or has lasted long: the ear wants something to move. */
  readonly same: number;
  /** For another chord whose notes are all among those before, or the other way round: the change is not heard. */
  readonly unheard: number;
  /** For another shape on the next chord of the same kind, a few frets off: a shape that is planed is moved whole. */
  readonly shape: number;
  /** For a root that neither sounds nor was just heard. */
  readonly omission: number;
  /** For a perfect fifth that neither sounds nor was just heard: it says least. */
  readonly fifth: number;
  /** Per ten points of difficulty (0–100). */
  readonly difficulty: number;
  /** Per semitone the top note lies above the comping register. */
  readonly register: number;
  /** Per semitone the top note lies below it. */
  readonly low: number;
  /** Per pair of low notes too near each other. */
  readonly mud: number;
  /** Per semitone the lowest note lies below C3: that is the bass player's. */
  readonly deep: number;
  /** Per voice short of four: three notes leave a chord thin. */
  readonly thin: number;
  /** Per voice beyond three: where three say it, more are in the way. */
  readonly full: number;
  /** For a lowest note that is not the root, or the named bass: it may say another chord. */
  readonly bass: number;
  /** For a bass fretted on the fourth string or higher, and per semitone it lies above E3: no bass up there. */
  readonly bassString: number;
  readonly bassHigh: number;
  /** For a last tonic without its root lowest: it is to rest. */
  readonly rest: number;
  /** Per open string: it rings on, and is left alone in closed grips. */
  readonly open: number;
  /** Per string left silent above the bass. */
  readonly gaps: number;
  /** Per string left out within the grip, but for one right above a bass on the lowest string: that is drop 3. */
  readonly holes: number;
  /** For a shape outside the stock that players know (grip/stock.ts). */
  readonly stock: number;
  /** Per pair of neighbouring notes a step apart, and per note on two strings. */
  readonly seconds: number;
  readonly unison: number;
  /** Per fret that the hand lies above the fifth: accompaniment lies low on the neck. */
  readonly neck: number;
  /** Per fret that what is fretted lies outside the player's own area of the neck. */
  readonly area: number;
  /** Per semitone that the top note lies above the melody, its own pitch included (rules/under-melody.ts). */
  readonly above: number;
  /** Per quarter of a tone that a grip under a melody note leaves unsaid of its chord (rules/carry.ts). */
  readonly told: number;
  /** Per unit of effort to play the notes between from a grip (neck/free-notes.ts). */
  readonly free: number;
  /** Per step that the melody lies on a string below the second: it sings on the thin ones. */
  readonly thick: number;
  /** Per tone that a chord must have and that two notes in its place leave unsaid, not just heard either (two-parts.ts). */
  readonly unsaid: number;
  /** Per note outside its chord, of two voices, that is not come to and left by step. */
  readonly dissonance: number;
  /** For two voices that go the same way: contrary is preferred. */
  readonly similar: number;
  /** For two voices that go the same way into a fifth or an octave where the chord is new. */
  readonly bare: number;
  /** How much wishes count that are not met (wishes.ts): 1, or 0 for not at all. */
  readonly wish: number;
}
