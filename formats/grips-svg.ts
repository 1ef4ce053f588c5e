import { strToU8, zipSync, type Zippable } from 'fflate';
import { usedGrips, type Neck, type Sheet } from '../core/index.ts';
import { diagram, svgFile, symbol } from './drawing.ts';

const WIDTH = 140;
const HEIGHT = 134;
const SCALE = 2;

/** Every grip of a sheet as a drawing of its own, by chord and frets, in one packed file. Without a date, it is always the same. */
export function writeGripsSvg(sheet: Sheet, neck: Neck): Uint8Array {
  const mtime = new Date(1980, 0, 1);
  const files: Zippable = {};
  for (const { symbol: name, grip } of usedGrips(sheet)) {
    const drawn = svgFile([symbol(name, 10, 30, 26), diagram(grip, neck, [0, 40])], [WIDTH, HEIGHT], SCALE);
    // A slash or a sharp is no letter of a file's name.
    const file = `${name.replaceAll('/', ' over ').replaceAll('#', 's')} ${grip.grip}.svg`;
    files[file] = [strToU8(drawn), { mtime }];
  }
  return zipSync(files);
}
