import abcjs from 'abcjs';

/** Name, key and meter as ABC has them, unit of lengths, form (`*8` is eight bars), notes. */
export type Row = readonly [name: string, key: string, meter: string, unit: string, form: string, notes: string];

/* Traditional tunes, in the public domain, written down from memory. */
export const TUNES: readonly Row[] = [
  [
    'Greensleeves',
    'Am',
    '6/8',
    '1/8',
    '[pickup 1/8] | N.C. |\n| *16 |',
    `A|c2 d e>^fe|d2 B G>AB|c2 A A>^GA|B2 ^G E2 A|c2 d e>^fe|d2 B G>AB|c>BA ^G>^F^G|A3 A2 z|
g3 g>^fe|d2 B G>AB|c2 A A>^GA|B2 ^G E3|g3 g>^fe|d2 B G>AB|c>BA ^G>^F^G|A3 A2|`,
  ],
  [
    'Scarborough Fair',
    'D dorian',
    '3/4',
    '1/4',
    '| *18 |',
    'D2 D|A2 A|E>FE|D3|z A c|d2 c|A B G|A3-|A2 d|d2 d|c2 A|A G F|E C2|D2 A|G2 F|E D C|D3-|D3|',
  ],
  [
    'Ah, vous dirai-je',
    'C',
    '4/4',
    '1/4',
    '|: *4 :|\n|: *4 :|',
    '|:C C G G|A A G2|F F E E|D D C2:|\n|:G G F F|E E D2|G G F F|E E D2:|',
  ],
  [
    'Frère Jacques',
    'F',
    '2/4',
    '1/8',
    '| *16 |',
    'F2G2|A2F2|F2G2|A2F2|A2B2|c4|A2B2|c4|cdcB|A2F2|cdcB|A2F2|F2C2|F4|F2C2|F4|',
  ],
  [
    'The Irish Washerwoman',
    'G',
    '6/8',
    '1/8',
    '[pickup 1/8] | N.C. |\n|: *8 :|\n|: *8 :|',
    `|:d/c/|BGG DGG|BGB dcB|cAA EAA|cAc edc|BGG DGG|BGB dcB|cBc Adc|BGG G2:|
|:g/f/|gdg gdg|gdg bag|fdf fdf|fdf agf|egg dgg|cgg Bgg|cBc Adc|BGG G2:|`,
  ],
  [
    'The Kid on the Mountain, its first strain',
    'Em',
    '9/8',
    '1/8',
    '|: *4 :|',
    '|:E3 FEF G2F|E2e BcA BGD|E3 FEF G2A|BAG FAG FED:|',
  ],
  [
    'She Moved through the Fair, its first line',
    'D mixolydian',
    '3/4',
    '1/8',
    '[pickup 1/4] | N.C. |\n| *8 |',
    'A2|d3 e d2|c2 A2 G2|A6-|A4 AG|A2 d2 e2|f3 e d2|e6-|e4|',
  ],
  [
    'Auld Lang Syne',
    'F',
    '4/4',
    '1/4',
    '[pickup 1/4] | N.C. |\n| *16 |',
    `C|F>F FA|G>F GA|F>F Ac|d3 d|c>A AF|G>F GA|F>D DC|F3 d|
c>A AF|G>F Gd|c>A Ac|d3 d|c>A AF|G>F GA|F>D DC|F3|`,
  ],
  [
    'New Britain',
    'G',
    '3/4',
    '1/4',
    '[pickup 1/4] | N.C. |\n| *16 |',
    `D|G2 B/G/|B2 A|G2 E|D2 D|G2 B/G/|B2 A|d3-|d2 B|
d2 B/G/|B2 A|G2 E|D2 D|G2 B/G/|B2 A|G3-|G2|`,
  ],
  [
    'God Rest Ye Merry',
    'Em',
    '4/4',
    '1/4',
    '[pickup 1/4] | N.C. |\n|: *4 :|\n| *10 |',
    `|:E|E B B A|G F E D|E F G A|B3:|
B|c A B c|d e B A|G E F G|A2 G A|B2 c B|B A G F|E2 G/F/ E|A2 G A|B c d e|B A G F|`,
  ],
  [
    'The Drunken Sailor',
    'D dorian',
    '2/4',
    '1/8',
    '|: *8 :|',
    '|:A A/A/ A A/A/|A D F A|G G/G/ G G/G/|G C E G|A A/A/ A A/A/|A B c d|c A G E|D2 D2:|',
  ],
  [
    'Londonderry Air, its first half',
    'Eb',
    '4/4',
    '1/8',
    '[pickup 3/8] | N.C. |\n| *8 |',
    `DEF|G3F Gc BG|FE C3 EGA|B3c BG EG|F4 z DEF|
G3F Gc BG|FE C3 B,=B,C|E3F (3GFE D=B,|E5|`,
  ],
  [
    'Harvest Home, its first strain',
    'D',
    '4/4',
    '1/8',
    '[pickup 1/4] | N.C. |\n|: *7 |1 C :|2 C |',
    `|:A>F|D>A F>A D>A F>A|d>e f>e d>c B>A|e>A f>A g>A f>A|(3efe (3dcB A>G F>E|
D>A F>A D>A F>A|d>e f>e d>c B>A|e>A f>A g>A f>A|1 e>c A>c d2:|2 e>c A>c d4|`,
  ],
];

export const chartOf = ([name, key, meter, , form]: Row) =>
  `title: ${name}\nkey: ${key}\nmeter: ${meter}\n${form.replace(/\*(\d+)/g, (_, count) => Array.from({ length: Number(count) }, () => 'C').join(' | '))}\n`;

export const playedByAbcjs = ([name, key, meter, unit, , notes]: Row) =>
  abcPlayedByAbcjs(`X:1\nT:${name}\nM:${meter}\nL:${unit}\nK:${key}\n${notes}\n`);

/** What abcjs (an independent reader) plays: pitch, from where and how long, in whole notes, every repeat played. */
export function abcPlayedByAbcjs(text: string) {
  const [tune] = abcjs.parseOnly(text);
  const { tracks } = tune!.setUpAudio({}) as {
    tracks: { cmd: string; pitch: number; start: number; duration: number }[][];
  };
  return tracks[0]!.filter(({ cmd }) => cmd === 'note').map(({ pitch, start, duration }) => [pitch, start, duration]);
}
