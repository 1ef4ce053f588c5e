import { expect, newTune, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

/* A file is looked at before it is kept; what was not understood is told. */

const ABC = `X:1
T:Rope Walk
M:3/4
L:1/4
K:D
"D"def|"A7"e2c|"D"d3|
w:la la

X:2
T:Capstan
M:6/8
L:1/8
K:Em
|:"Em"E2F G2A|"D"F2E {d}D3:|
`;
const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
const XML = `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Voice</part-name></score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions><key><fifths>-1</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes><note><pitch><step>A</step><octave>4</octave></pitch><duration>4</duration></note></measure><measure number="2"><note><pitch><step>B</step><alter>-1</alter><octave>4</octave></pitch><duration>4</duration></note></measure></part></score-partwise>`;

test('an ABC file is looked at, its second tune chosen, moved an octave, and put on the shelf with its melody', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Import' }).click();
  await page.getByLabel('A file to import').setInputFiles(file('two.abc', ABC));
  await expect(page.getByRole('heading', { name: 'Rope Walk' })).toBeVisible();
  await expect(page.getByText('All of it was understood')).toBeVisible();
  await expect(page.locator('.bar-words').first()).toHaveText('la la');
  await page.getByRole('combobox', { name: 'Tune' }).click();
  await page.getByRole('option', { name: 'Capstan' }).click();
  await expect(page.getByRole('heading', { name: 'Capstan' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Not carried over' })).toContainText('line 14: {d} passed over');
  await page.getByRole('combobox', { name: 'Its octave' }).click();
  await page.getByRole('option', { name: 'one higher' }).click();
  await expect(page.getByRole('img', { name: 'A melody of 7 notes' })).toBeVisible();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.waitForURL(/\/chart$/);
  await expect(page.locator('.melody-range')).toHaveText(/^7 notes, D5 to A5/);
  await expect(page.locator('.bar-number').first()).toContainText('1');
});

test('a damaged file and a dangerous one are refused in plain words, and a chart is pasted', async ({ page }) => {
  await page.goto('/import');
  const chosen = page.getByLabel('A file to import');
  await chosen.setInputFiles(file('a.musicxml', XML.slice(0, 300)));
  await expect(page.getByRole('alert')).toHaveText(/^Line 1: this is not whole XML/);
  await chosen.setInputFiles(file('a.xml', '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY e "e">]><score-partwise/>'));
  await expect(page.getByRole('alert')).toContainText('entities');
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'title: Pasted\nkey: C\n| C | G7 |\n');
    document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data }));
  });
  await expect(page.getByRole('heading', { name: 'Pasted' })).toBeVisible();
  await expect(page.getByText('All of it was understood')).toBeVisible();
});

test('a file that brings only a melody is laid over a tune that has the chords', THOROUGH, async ({ page }) => {
  const id = await newTune(page, 'title: Bollard\nkey: F\n| F | Bb |\n');
  await page.goto(`/tunes/${id}/chart`);
  await page.getByRole('link', { name: 'Import' }).click();
  await page.getByLabel('A file to import').setInputFiles(file('a.musicxml', XML));
  await page.getByRole('button', { name: 'Its melody for Bollard' }).click();
  await page.waitForURL(/\/chart$/);
  await expect(page.locator('.melody-range')).toHaveText(/^2 notes, A4 to B♭4/);
  await expect(page.locator('.bar-chord .symbol').first()).toHaveAttribute('aria-label', 'F');
  // One that does not fit its bars is not offered, and why is said.
  await page.goto(`/import?tune=${id}`);
  await page.getByLabel('A file to import').setInputFiles(file('two.abc', ABC));
  await expect(page.getByText(/^Its melody does not fit the bars of Bollard: /)).toBeVisible();
});

test('a tune comes in with its takes; the grips of a file are pinned, and what came is told before', async ({
  page,
}) => {
  const voicing = { grip: 'x-10-9-9-10-x' };
  const decisions = { 'bar-2:all:0': { layer: 'chord', on: 'F', colour: '6/9', voicing } };
  const takes = [
    { name: 'Plain', about: null, decisions: {} },
    { name: 'High', about: null, decisions },
  ];
  const tune = { format: 'yellow-heron-tune', schema: 2, text: 'title: Locker\nkey: C\n| C | F |\n', moves: [] };
  await page.goto('/import');
  const chosen = page.getByLabel('A file to import');
  await chosen.setInputFiles(
    file('a.json', JSON.stringify({ ...tune, guitar: { tuning: 'D2 A2 D3 G3 B3 E4', capo: 2 }, takes })),
  );
  await expect(page.getByText('With 2 takes: Plain, High (1 chord decided).')).toBeVisible();
  await expect(page.getByText('Its grips lie on D2 A2 D3 G3 B3 E4, capo 2')).toBeVisible();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.waitForURL(/\/chart$/);
  const id = /tunes\/([^/]+)/.exec(page.url())![1]!;
  const back = (await (await page.request.get(`/tunes/${id}/file`)).json()) as { takes: unknown };
  expect(back.takes).toEqual(takes);

  const frame = [
    [5, 3],
    [4, 2],
    [3, 0],
    [2, 1],
  ].map(([string, fret]) => `<frame-note><string>${string}</string><fret>${fret}</fret></frame-note>`);
  const harmony = `<harmony><root><root-step>C</root-step></root><kind>major</kind><frame><frame-strings>6</frame-strings><frame-frets>4</frame-frets>${frame.join('')}</frame></harmony>`;
  await page.goto('/import');
  await chosen.setInputFiles(file('framed.musicxml', XML.replace('<note>', `${harmony}<note>`)));
  await expect(page.getByText('With a take: As in the file (1 chord decided).')).toBeVisible();
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.waitForURL(/\/chart$/);
  await page.goto(page.url().replace(/chart$/, 'bench'));
  await expect(page.locator('.column-grip').first()).toHaveText('x-3-2-0-1-x');
});
