/** What the outside may use of the core, by name. */
export { good, bad, problem, type Outcome, type Place, type Problem, type ProblemCode } from './problem.ts';
export { run } from './steps.ts';
export { applyPatch, applyPatches, type EditAnswer, type Kept, type Patch } from './patch.ts';
export { changeBetween, movedOver, shareLine, swapped, undoOf, withChange, type TextChange } from './text-change.ts';
export { hertz, maskOf, pitchClassOf, type Midi, type PitchClass } from './pitch/pitch.ts';
export { parseNote, parsePitch, pitchClass, pitchName, writtenPitch, type NoteName } from './pitch/note.ts';
export { degreePitchClass, semitones, spell, type Degree } from './pitch/degree.ts';
export { formatKey, headerKey, keyOfSignature, nameInKey, parseKey, signature, type Key } from './pitch/key.ts';
export {
  beatsPerBar,
  formatMeter,
  isCompound,
  parseMeter,
  ticksPerBar,
  ticksPerBeat,
  TICKS_PER_QUARTER,
  type Meter,
  type Ticks,
} from './time/meter.ts';
export {
  clockOf,
  MOST_SWING,
  quarterSeconds,
  secondsAt,
  secondsBetween,
  STRAIGHT,
  tickAt,
  type Clock,
} from './time/clock.ts';
export { tappedTempo } from './time/tapped.ts';
export { degreeIn, masksOf, noteIn, symbolOf, type Chord } from './chord/chord.ts';
export { familyOf, requiredOf, suffixOf, tonesOf, type Kind } from './chord/kind.ts';
export { kindOf, parseChord, parseSuffix } from './chord/symbol.ts';
export { asChord, namesOf, type AsChord, type ChordName, type NamingContext, type Sounding } from './chord/names.ts';
export { structuresOf, type Structure } from './chord/structures.ts';
export { NAME_RULES, type NameRuleId } from './chord/name-rules.ts';
export type { Alternate, Bar, Chart, Entry, Jump, Slot } from './chart/chart.ts';
export { jumpText, signOf } from './chart/signs.ts';
export { HEADER_NAMES } from './chart/headers.ts';
export { mendedText, unreadBars } from './chart/mended.ts';
export { parseChart, LONGEST_CHART } from './chart/parse.ts';
export { playedOrder } from './chart/form.ts';
export { clockOfChart, playedBars, writeOut, type PlayedBar, type Versions } from './chart/played.ts';
export { CHORD_LENGTHS, overWordsText, readOverWords, type ChordLength, type WordsPiece } from './chart/over-words.ts';
export { keysOfMode, transpose } from './chart/transpose.ts';
export { alignBars, type BarId } from './chart/align.ts';
export { LONGEST_TITLE, withHeader } from './chart/headers.ts';
export { numeralOf, plainNumeral } from './reading/numeral.ts';
export { placeOf } from './reading/place.ts';
export { NO_MELODY, sungNotes, type Melody, type MelodyNote, type SungNote } from './melody/melody.ts';
export { keptNotes, melodyCells, melodyIn, notesOfCells, type KeptNote } from './melody/kept.ts';
export {
  barAt,
  barNotes,
  cellsAfter,
  endOf,
  retuned,
  staveOf,
  timesThrough,
  type BarNotes,
  type MelodyCells,
  type Stave,
  type StaveBar,
  type StaveNote,
} from './melody/stave.ts';
export {
  alter,
  barFrom,
  breathe,
  clear,
  copy,
  inflected,
  lengthen,
  natural,
  noteAt,
  notesIn,
  octaved,
  paste,
  pull,
  push,
  put,
  soundAtStep,
  soundOf,
  staveStep,
  stepped,
  stopFrom,
  tie,
  type Clip,
  type Pitched,
  type StaveSpan,
} from './melody/entry.ts';
export { writtenBar, type Tuplet, type Value, type WrittenBar, type WrittenSign } from './melody/written.ts';
export type { Syllable } from './melody/abc-words.ts';
export { partsOfTune } from './chart/headers.ts';
export { liesMoved, sungOver, whereItLies, type Lies, type SungOver } from './leading/where-it-lies.ts';
export { spanWays, type SpanNamed, type SpanWay } from './leading/span-ways.ts';
export {
  chosenDecorations,
  decoratedBy,
  decorationReason,
  decorationsOf,
  notOfferedAt,
  offersAt,
  type Amount,
  type Offered,
  type Wanted,
} from './score/decor/decorate.ts';
export { withAdded, type Added } from './score/decor/added.ts';
export type { Decoration, NotOffered } from './score/decor/decoration.ts';
export { notesAdded } from './score/decor/notes-added.ts';
export { effortOf } from './score/decor/effort.ts';
export { decorPlaces, type DecorPlace } from './score/decor/place.ts';
export { wantedIn } from './score/decor/wanted.ts';
export { DECOR_KINDS, DECOR_STYLES, type DecorKind, type DecorStyle } from './decor.ts';
export { DECOR_KIND_WORDS, decorStyleText, effortText, notOfferedText } from './wording/decor.ts';
export type { AddedNote, Decorated } from './score/score.ts';
export { tuneStrings } from './leading/tune-strings.ts';
export { gripsByPrice, type GripsByPrice } from './leading/grips-by-price.ts';
export { carryingShapes } from './leading/rules/carry.ts';
export { FreeHand, type FreePlay } from './neck/free-notes.ts';
export {
  chordMelodyLayer,
  playedColumn,
  type PlayedColumn,
  type PlayedNote,
  type RingingString,
} from './score/chord-melody.ts';
export { isBare, type Carry, type FreeNote, type OffBeatBass } from './take/carry.ts';
export { MOST_OCTAVES, USUAL_DENSITY, type CarryDecision } from './take/layers/carry.ts';
export { carryDecidedAt, standingOver } from './take/spans.ts';
export { framed, type Framed, type Framing } from './reading/framed.ts';
export { lineText, parseLine, type LineNote } from './melody/line.ts';
export type { LineDecision } from './take/layers/line.ts';
export { NOTE_WAYS, type NoteDecision, type NoteWay } from './take/layers/note.ts';
export { carriedText, NOTE_WAY_WORDS, playedBassText, playedNoteText } from './wording/carry.ts';
export { liesText } from './wording/lies.ts';
export { wordsUnder } from './chart/words.ts';
export { phraseEnds, phrasesOf, type MelodyPhrase } from './melody/phrases.ts';
export { parseTune, parseTuneChart, type TuneText } from './melody/tune-text.ts';
export { movedCells } from './melody/moved.ts';
export { rangeOf as rangeOfMelody, type MelodyRange } from './melody/range.ts';
export { writeMelody } from './melody/write.ts';
export { readAbcNotes } from './melody/abc-notes.ts';
export { TUNE_FORMAT, TUNE_SCHEMA, writeTuneFile, type FileTake, type TuneFile } from './format/tune-file.ts';
export type { FileGrip } from './format/draft-grips.ts';
export { draftText, type Draft, type DraftMeasure, type DraftText, type Lost } from './format/draft.ts';
export { noteOver, type Verdict } from './reharm/over-melody.ts';
export { rubsOf, rubWeight, sungIn, type Rub } from './reharm/rubs.ts';
export { rubsIn, worstRub } from './take/rub.ts';
export { mendingMoves } from './take/mending-moves.ts';
export { weighNotes, type WeighedNote } from './melody/weigh.ts';
export {
  checkMelody,
  phrasesAsData,
  remediesFor,
  standingIn,
  type CheckedNote,
  type NearRemedy,
  type Remedy,
  type Standing,
} from './take/check-melody.ts';
export { melodyLayer } from './score/melody.ts';
export {
  checkedText,
  lengthText,
  melodyRangeText,
  pitchInKey,
  remedyText,
  retunedText,
  rubText,
  spelledPitch,
  staveNoteText,
  stavePlaceText,
} from './wording/melody.ts';
export { readChart, readingAsData, slotTimes, type Reading, type ReadSlot } from './reading/read.ts';
export type { Outside, OutsideKind } from './reading/reason.ts';
export { formOfChart, type Cadence, type CadenceKind, type Phrase, type Section } from './reading/form.ts';
export { resolutions, twoFives, type Resolution, type TwoFive } from './reading/links.ts';
export { roleOf, type Role } from './reharm/role.ts';
export { simplify, SIMPLIFICATIONS, type Simplification, type Simplified } from './reharm/simplify.ts';
export { COLOUR_TABLE, coloursOf, defaultColour, likedFirst, type ColourOption } from './reharm/colours.ts';
export { proposalsFor, ANY_TASTE, type Proposal, type Taste } from './reharm/moves/propose.ts';
export { type Found, type Move, type Part } from './reharm/moves/move.ts';
export { GROUPS, type Group } from './reharm/moves/groups.ts';
export { MOVES, moveOf } from './reharm/moves/table.ts';
export { spanAt, type Span } from './reharm/moves/span.ts';
export { STYLES, type Style, type StyleId } from './reharm/moves/styles.ts';
export { FEWEST_STRINGS, MOST_STRINGS, STANDARD_TUNING, tuningKey, TUNINGS, type NamedTuning } from './neck/tuning.ts';
export {
  keyChoices,
  nearestUp,
  voiceFit,
  type Capo,
  type KeyChoice,
  type Range,
  type VoiceFit,
} from './neck/key-advice.ts';
export { fretDistance } from './neck/frets.ts';
export {
  BARRES,
  DEFAULT_HAND,
  lastFretOf,
  neckOf,
  PLUCKS,
  type Barres,
  type FingerNumber,
  type Hand,
  type Neck,
  type Pluck,
} from './neck/hand.ts';
export {
  COMPANIES,
  DEFAULT_PLAYER,
  handOf,
  LONGEST_NAME,
  PLAYER_FIELDS,
  readPlayer,
  type Company,
  type Player,
  type PlayerField,
} from './neck/player.ts';
export { MANNERS, type Manner } from './manner.ts';
export { ringsIn } from './chord/ringing.ts';
export { MANNER_WORDS } from './wording/manners.ts';
export { matterOf, MATTERS, TERMS, WEIGHED_TERMS, type Matter, type Matters, type Term } from './neck/terms.ts';
export { nextTrial, reachTrials, type ReachAnswer, type ReachTrial } from './neck/reach-trial.ts';
export { holdingsOf, whyNotHeld, type Finger, type Holding, type WhyNot } from './neck/hold.ts';
export { DIFFICULTY_PARTS, type DifficultyPart } from './neck/difficulty.ts';
export { buildLibrary, librarySteps, notesOfShape, pick, type ShapeLibrary, type Shapes } from './grip/library.ts';
export {
  formatFrets,
  fretsAt,
  gripOf,
  gripsOf,
  holdingAt,
  optionalStrings,
  parseFrets,
  pitchesOf,
  shapeAt,
  shapesOf,
  type Grip,
} from './grip/grips.ts';
export {
  ATTRIBUTES,
  attributesIn,
  FAMILIES,
  familiesIn,
  labelsOf,
  makeupOf,
  type GripAttribute,
  type GripFamily,
  type Labels,
  type Makeup,
} from './grip/labels.ts';
export { passing, type GripFilter } from './grip/filter.ts';
export {
  COMMON_FORMS,
  inversionsOf,
  neighboursOf,
  octaveAway,
  openStringsOf,
  otherSpacings,
  otherStrings,
  smallChangeOf,
  type Frets,
  type KnownGrip,
  type Neighbour,
  type SmallChange,
} from './grip/around.ts';
export { areasOf, arpeggioIn, shapesIn, tonesIn, type Area, type AreaShape, type NeckTone } from './grip/areas.ts';
export { waysOut, type WayOut, type WayOutId } from './grip/ways-out.ts';
export { readDecision, type Decision, type Decisions, type LayerName } from './take/decision.ts';
export {
  atOf,
  changesName,
  chordName,
  chordNameAt,
  keptName,
  mannerName,
  rhythmName,
  textureName,
  addedName,
  barName,
  decorName,
  carryName,
  noteDecisionName,
  lineName,
  moveName,
  readName,
  slotKeys,
  wishName,
  withBarsCalled,
  type At,
} from './take/key.ts';
export { barsFromAnother, type OtherTake, type TakenBars } from './take/from-another.ts';
export type { TakeAbout } from './take/about.ts';
export { keptGrips, solvedAnew } from './take/kept-grips.ts';
export type { KeptDecision } from './take/layers/kept.ts';
export type { ChordDecision, Voicing } from './take/layers/chord.ts';
export type { MannerDecision } from './take/layers/manner.ts';
export type { MoveDecision } from './take/layers/move.ts';
export {
  LINE_WAYS,
  readWish,
  WISH_KINDS,
  type LineWay,
  type Wish,
  type WishDecision,
  type WishKind,
} from './take/layers/wish.ts';
export { changesOf, decisionFor, versionsOf } from './take/standing.ts';
export { wishesOf, type StandingWish } from './take/wishes.ts';
export { moveDecision, movePatch, type AppliedMove } from './take/moves.ts';
export { withParts } from './take/untold-moves.ts';
export { isPairFamily, pairsOf } from './grip/small-shapes.ts';
export { firstTried } from './leading/first-tried.ts';
export { colourContext } from './take/colour-context.ts';
export { columnsOf, divide, opensChord, shiftPart, spanOfColumns, type Column } from './take/columns.ts';
export { ribbonsBetween, type Ribbon } from './leading/ribbons.ts';
export { distinct, heldTones, movement, voicePairs } from './leading/movement.ts';
export { DEFAULT_WEIGHTS, ownManner, ONLY_MOVEMENT, pricedBy, pricingFor, type Pricing } from './leading/pricing.ts';
export type { Weights } from './leading/weights.ts';
export type { Terms } from './leading/terms.ts';
export { shiftMm } from './leading/join-cost.ts';
export {
  allowedMs,
  handChange,
  neededMs,
  rateChange,
  type ChangeRating,
  type HandChange,
  type HandShape,
} from './leading/change.ts';
export {
  climb,
  CLIMB_LINES,
  CLIMB_OPEN,
  climbSteps,
  type Climb,
  type ClimbLine,
  type ClimbOpen,
  type ClimbWish,
} from './leading/climb.ts';
export { pinDecision } from './leading/pinned.ts';
export { rootPosition, type RootPosition } from './leading/root-position.ts';
export { wishFor, type Rival } from './leading/next-best.ts';
export { differentPaths } from './leading/paths.ts';
export { juxtaposed, type Juxtaposed } from './leading/juxtaposed.ts';
export { element, empty } from './format/xml.ts';
export { barresOf, DIAGRAM_MM, diagramLayout, diagramWindow } from './grip/diagram.ts';
export { formatFingers } from './leading/fingered.ts';
export type { Alternative, Path, Progress } from './leading/search.ts';
export { ColumnSearch as Search, searchable, type WantedColumn } from './leading/column-search.ts';
export { MOST_TENTHS, type Bounds, type Far, type Near } from './leading/near/near.ts';
export type { Side } from './leading/near/sides.ts';
export { PlainNear } from './leading/near/plain.ts';
export type { ArrangedColumn, Arrangement, UnmetWish } from './leading/arrange.ts';
export type { Figures } from './leading/figures.ts';
export {
  arrangedTake,
  prepareTake,
  sessionOf,
  solveTake,
  type Session,
  type SolvedTake,
  type TakeAsked,
} from './leading/solve.ts';
export {
  consequenceOf,
  holdingOthers,
  type Consequence,
  type HeldChange,
  type OtherGrip,
} from './leading/consequence.ts';
export { straysOf } from './leading/strays.ts';
export { plainTake, type PlainTake } from './leading/plain-take.ts';
export { characterOf, likeness, sideBySide, type Likeness, type Stretch } from './leading/side-by-side.ts';
export { impliedAt, type Implied } from './leading/implied.ts';
export { decidedOver } from './take/spans.ts';
export { takeStatus, wishesOfTake, type TakenWish, type TakeStatus } from './leading/status.ts';
export { priceMove, pricePatch, type MovePrice } from './leading/take.ts';
export { HARMONY_TERMS, type HarmonyTerm, type HarmonyTerms } from './leading/joint/harmony.ts';
export { connectionCost, NothingToTake, wholeTakes, type TakesAsked, type WholeTake } from './leading/joint/takes.ts';
export { waysOf, type JointTaste, type Way } from './leading/joint/ways.ts';
export {
  outcomesOf,
  servesHow,
  VOICE_WAYS,
  type Led,
  type LedOutcome,
  type Serves,
  type Steer,
  type VoiceWay,
} from './leading/steer.ts';
export { steeredPatch } from './leading/steered.ts';
export { saysAnother } from './chord/another.ts';
export { servingOf, type Serving } from './chord/serving.ts';
export { bassLayer, BASS_WAYS, type BassWay } from './score/band/bass.ts';
export { brushesLayer, DRUMS, type Drum } from './score/band/brushes.ts';
export { scoreOfTake, type InTime, type PlaysAlong } from './score/of-take.ts';
export { countedAt, ticksPerCount, VOICINGS, type Hit, type HitVoices, type Stroke } from './score/rhythm/hits.ts';
export { hitAt, withBars, withCounts, withHit, withHitAs, withHitLong, withoutHit } from './score/rhythm/editing.ts';
export { meetingTimes } from './score/rhythm/meeting.ts';
export { MOST_COUNTS, patternText, patternWith, readPattern } from './score/rhythm/own.ts';
export { barsTogether, fitsMeter, type Pattern } from './score/rhythm/pattern.ts';
export { patternOf, PATTERNS, usualPattern } from './score/rhythm/patterns.ts';
export { rhythmLayer, throughout, type RhythmSpan } from './score/rhythm/rhythm.ts';
export { AS_WRITTEN, type Dials } from './score/rhythm/vary.ts';
export { notesFor } from './score/rhythm/voices.ts';
export { CLICK_WAYS, type ClickWay } from './score/band/click.ts';
export { hurries, type Hurry } from './score/hand-in-time.ts';
export {
  BASS_WORDS,
  CLICK_WORDS,
  hitWords,
  hurriesText,
  impliedText,
  PACE_WORDS,
  TEXTURE_WORDS,
  togetherText,
  VOICES_WORDS,
} from './wording/rhythm.ts';
export { usualBass, usualSwing } from './score/usual.ts';
export { textureLayer, type TextureSpan } from './score/texture.ts';
export { voicesLayer } from './score/voices.ts';
export {
  isSmall,
  PACES,
  SMALL_TEXTURES,
  TEXTURES,
  USUAL_PACE,
  type Pace,
  type SmallTexture,
  type Texture,
} from './texture.ts';
export { strokeOf } from './score/stroke.ts';
export { PARTS, scoreOf, type Layer, type Score, type Scored, type Sound, type SoundNote } from './score/score.ts';
export { writeMidi } from './format/midi.ts';
export { leftOut, takeLeftOut, type OpenFormat, type TakeFormat } from './format/left-out.ts';
export { writeAbc, writeSheetAbc } from './format/abc.ts';
export { writeMusicXml, writeSheetXml } from './format/musicxml.ts';
export { writeChordPro } from './format/chordpro.ts';
export { TAB_WIDTH, writeTab } from './format/tab.ts';
export {
  moveReason,
  movesAsData,
  movesSaid,
  namedMove,
  spanOf,
  type MoveSaid,
  type SpanPlace,
} from './wording/moves.ts';
export { GROUP_NAMES, moveText, whyNot } from './wording/move-names.ts';
export {
  keyWords,
  musical,
  noteText,
  pitchText,
  spokenSymbol,
  symbolParts,
  symbolText,
  type SymbolParts,
} from './wording/music.ts';
export {
  decimal,
  ENGLISH,
  filled,
  inSentence,
  LANGUAGES,
  locale,
  msg,
  NOTE_NAMES,
  plural,
  speakFrom,
  speech,
  spokenLanguage,
  t,
  type Args,
  type Language,
  type Msg,
  type NoteNames,
  type Speech,
  type Table,
} from './words/words.ts';
export { foundKeyText, readingLabel, readingSentence } from './wording/reading.ts';
export { capoText, keyFactsText, movedByText, voiceFitText } from './wording/keys.ts';
export { cadenceLabel, phrasesText, playedText } from './wording/form.ts';
export { problemLine, problemText } from './wording/problems.ts';
export { colourReason, figuresText, joinText, priceText, rootPositionText } from './wording/grips.ts';
export {
  listed,
  caution,
  CHANGE_WORDS,
  changeText,
  difficultyText,
  difficultyWord,
  isEasy,
  fingerName,
  makeupText,
  mutedText,
  orderText,
  ratingText,
  semitonesText,
  wayOutText,
  whyNotText,
} from './wording/hand.ts';
export { servingText, SERVES_HEADINGS, wayText } from './wording/steer.ts';
export { costText, nextBestText, TERM_NAMES, whyText } from './wording/why.ts';
export { barsText, otherGripsText, standsText, wishPlaceText } from './wording/status.ts';
export { wishText } from './wording/wishes.ts';
export { asChordText, smallChangeText } from './wording/around.ts';
export { handLimitsText, PLAYER_RIGHT, settingCaution, tuningText } from './wording/player.ts';
export { apartFrom, type SectionOf, type ToldTake } from './wording/side-by-side.ts';
export { HARMONY_WORDS, harmonyText, takeFiguresText, takeText } from './wording/takes.ts';
export { faultText, lostText, type FileFault } from './wording/files.ts';
export { BONDS } from './reharm/moves/bond.ts';
export { keyOn, PASSAGE_USES, passageIn, type PassageUse } from './reharm/kept/passage.ts';
export { passageIs } from './reharm/kept/name.ts';
export { nearness } from './reharm/kept/near.ts';
export { SHIPPED_MOVES } from './reharm/kept/shipped/library.ts';
export { keptMoveDoc, keptMoveId, keptMoveOf, readKeptMove, shippedMove, type KeptMove } from './take/kept-move.ts';
export { keptTune, keysInOrder, type KeyOrder } from './take/kept-tune.ts';
export { KEEP_PARTS, keepable, USUALLY_KEPT, type KeepPart } from './take/keep.ts';
export { dropped, keptProposals, shippedNamed, type NamedMove } from './take/drop.ts';
export { wantedMoves, type KeptWanted } from './take/kept-search.ts';
export { KEPT_MOVE_ID, mergedMoves, readKeptMoves, writeKeptMoves } from './format/kept-moves.ts';
export {
  KEEP_PART_WORDS,
  ladderText,
  lossText,
  nearText,
  passageName,
  placeWords,
  sungText,
  USE_WORDS,
} from './wording/kept.ts';
export { hardestChanges, hardnessOf, type Hardness, type TuneChange } from './practice/hardest.ts';
export { EASY_CHANGE, planOf, type PlanStep } from './practice/plan.ts';
export {
  climbed,
  ladderFrom,
  LADDER_ROUNDS,
  LADDER_STARTS,
  LADDER_STEPS,
  LADDER_TOPS,
  movedTo,
  USUAL_LADDER,
  type Ladder,
  type LadderHow,
  type RoundMark,
} from './practice/ladder.ts';
export { afterTurn, turnsOf, type Turns } from './practice/turns.ts';
export {
  beatsOf,
  countedBeats,
  CROSS_COUNTS,
  crossing,
  inBeats,
  type CrossCount,
  type Moment,
} from './practice/beats.ts';
export { callsFor, type Call } from './practice/no-time.ts';
export { NOTHING_LEFT_OUT, notThere, questionsFor, type NotThere, type Question } from './practice/asked.ts';
export { columnsOfPassage, passageOf, practisedIn } from './practice/item.ts';
export {
  cardOf,
  PASSAGE_WAYS,
  readPractised,
  type ChangeItem,
  type PassageItem,
  type PassageWay,
  type NamedGrip,
  type Practised,
} from './practice/practised.ts';
export {
  cardOfEntry,
  HURT_PLACES,
  LOG_ID,
  playedIn,
  readLogEntry,
  type Corrected,
  type HurtPlace,
  type LogEntry,
  type Logged,
  type Played,
  type PlayedNow,
} from './practice/log.ts';
export { matched, strokesOf, toHear, type Expected, type Onset, type ToHear } from './practice/ear.ts';
export {
  heardClean,
  judged,
  pitchFaults,
  SURE_ENOUGH,
  type Fault,
  type HeardStroke,
  type Judged,
  type Unlike,
  type StrokeVerdict,
} from './practice/verdict.ts';
export { earLines, earSummary, heardFaultText, sureWord, type EarLine } from './wording/ear.ts';
export { MISTAKES, simulatedPlayer, type Made, type Mistake } from './practice/simulated.ts';
export { GRADES, gradeOf, type Grade } from './practice/grade.ts';
export { changePiece, gripPiece, type Piece } from './practice/piece.ts';
export {
  practiceSession,
  SESSION_MINUTES,
  setCold,
  type SessionCard,
  type SessionMinutes,
  type SessionStep,
} from './practice/session.ts';
export {
  isStrained,
  REST_SECONDS,
  restDue,
  RESTED,
  RESTED_AFTER,
  worked,
  type RestReason,
  type Work,
} from './practice/care.ts';
export { dueAhead, minutesByDay, tempoLines, type TempoLine } from './practice/progress.ts';
export {
  passageBars,
  GRADE_WORDS,
  hardText,
  hardWord,
  HURT_WORDS,
  practisedText,
  notThereText,
  questionText,
  restText,
  SESSION_WORDS,
  stepReason,
  WARM_UP_STEPS,
  WAY_WORDS,
} from './wording/practice.ts';
export {
  practisedScore,
  PRACTICE_CLICKS,
  PRACTICE_WAYS,
  type PracticeClick,
  type PracticeWay,
} from './practice/rounds.ts';
export { logCsv, logJson } from './format/practice-log.ts';
export { sheetOf, type Sheet, type SheetBar, type SheetWords, type Shown } from './sheet/sheet.ts';
export { STAVES, type BarChord, type StaveName, type Voice } from './sheet/music.ts';
export type { SheetEvent, SheetNote } from './sheet/voices.ts';
export { ROOM, sheetLines, type SheetLine, type SheetLook } from './sheet/lines.ts';
export { sheetPages, type SheetPage } from './sheet/pages.ts';
export { chartSheet } from './sheet/chart-sheet.ts';
export { isSigned } from './sheet/unfolded.ts';
export { usedGrips, type UsedGrip } from './sheet/used-grips.ts';
export { beamParts } from './sheet/beams.ts';
export type { Accidental } from './sheet/accidentals.ts';
