/* Test lines as a share of all lines of TypeScript: wanted are a quarter to a third. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const files = execFileSync('git', ['ls-files', '*.ts', '*.tsx'], { encoding: 'utf8' }).trim().split('\n');
const linesOf = (list) => list.reduce((sum, file) => sum + readFileSync(file, 'utf8').split('\n').length, 0);
const isTest = (file) => /\.(test|oracle)\.tsx?$/.test(file) || file.startsWith('e2e/');
const tests = linesOf(files.filter(isTest));
const all = linesOf(files);
console.log(`${tests} of ${all} lines of TypeScript are tests: ${Math.round((100 * tests) / all)} %`);
