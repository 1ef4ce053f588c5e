/*
 * Plays 64 bars of a demo tune with the whole band in Chromium, or as many as are given, and tells how it kept time against the
 * audio clock: how late any sound was handed over, how far any beat lies from where it belongs (the last one shows a drift), and how
 * long after its sound each chord was shown. Beside it a worker with nothing to do tells when the machine let even that wait: a chord
 * shown late at such a moment says nothing about the page. With `busy` the page has other work meanwhile: for a quarter of a second, once a second.
 */
/* global document, window, Worker, MutationObserver, AudioBufferSourceNode */
import { chromium } from '@playwright/test';
import { served } from './served.mjs';

const BARS = Number(process.argv[2] ?? 64);
const BUSY_MS = process.argv[3] === 'busy' ? 250 : 0;
const TUNE = 'Gangplank Strut';
const TEMPO = 160;
const BEATS = 4;
/** As fast as it goes. */
const RATE = 150;
/** A click is the shortest sound there is, in seconds. */
const CLICK = 0.1;
const EMPTY = 0.01;
/** A chord is shown within so many milliseconds of its sound. */
const GOAL_MS = 30;
/** An idle worker that wakes every 5 ms is kept waiting when it sleeps for longer than this, in ms. */
const KEPT_WAITING_MS = 25;

/** In the page: notes every sound as it is handed to the audio clock, and every chord as it is shown. */
function listen(keptWaiting) {
  window.heard = { sounds: [], shown: [], waits: [] };
  const clock = `performance.timeOrigin + performance.now()`;
  const idle = `let last = ${clock}; setInterval(() => { const now = ${clock}; if (now - last > ${keptWaiting}) postMessage([last, now]); last = now; }, 5)`;
  const watch = () => {
    new Worker(URL.createObjectURL(new Blob([idle]))).onmessage = ({ data }) => window.heard.waits.push(data);
  };
  window.addEventListener('load', watch);
  const start = AudioBufferSourceNode.prototype.start;
  AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
    const { currentTime } = this.context;
    window.heard.context = this.context;
    window.heard.sounds.push({ when, handed: currentTime, seconds: this.buffer?.duration ?? 0 });
    return start.call(this, when, ...rest);
  };
  let last = '';
  new MutationObserver(() => {
    const { left = '' } = document.querySelector('.ground-playing')?.style ?? {};
    if (left !== '' && left !== last)
      window.heard.shown.push({
        at: window.heard.context?.currentTime ?? 0,
        day: performance.timeOrigin + performance.now(),
      });
    last = left;
  }).observe(document, { subtree: true, childList: true, attributes: true, attributeFilter: ['style'] });
}

const { address, stop } = await served();
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--autoplay-policy=no-user-gesture-required'],
});
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(listen, KEPT_WAITING_MS);
  await page.goto(address);
  const href = await page.locator('.shelf-link', { hasText: TUNE }).getAttribute('href');
  const id = /tunes\/([^/]+)/.exec(href)[1];
  await page.evaluate(
    ([key, value]) => localStorage.setItem(key, value),
    [
      `heron.time.${id}`,
      JSON.stringify({ bass: 'four', brushes: true, swing: null, rate: RATE, countIn: false, loop: true }),
    ],
  );
  await page.goto(address + href);
  await page.locator('.bench[aria-busy=false]').waitFor();
  await page.locator('.play').click();
  if (BUSY_MS > 0)
    await page.evaluate((busy) => {
      setInterval(() => {
        const until = performance.now() + busy;
        while (performance.now() < until);
      }, 1000);
    }, BUSY_MS);
  const beat = (60 / TEMPO / RATE) * 100;
  await page.waitForFunction(
    ([click, count]) => window.heard.sounds.filter(({ seconds }) => seconds < click).length > count,
    [CLICK, BARS * BEATS],
    { timeout: 0, polling: 500 },
  );
  const {
    sounds: all,
    shown,
    waits,
  } = await page.evaluate(() => {
    const { sounds, shown, waits } = window.heard;
    return { sounds, shown, waits };
  });
  // The scheduler tries out some of a sample or none.
  const sounds = all.filter(({ seconds }) => seconds > EMPTY);
  const clicks = sounds.filter(({ seconds }) => seconds < CLICK).map(({ when }) => when);
  const ms = (seconds) => `${(1000 * seconds).toFixed(1)} ms`;
  const off = clicks.map((when, i) => when - clicks[0] - i * beat);
  // The nearest beat: chords change on beats.
  const lag = shown.map(({ at }) => Math.min(...clicks.map((when) => Math.abs(at - when))));
  const late = sounds.map(({ when, handed }) => handed - when);
  console.log(`${BARS} bars at ${(TEMPO * RATE) / 100}: ${sounds.length} sounds, ${shown.length} chords shown`);
  console.log(
    `handed over late by at most ${ms(Math.max(0, ...late))} (${late.filter((by) => by > 0).length} of them)`,
  );
  console.log(
    `from where it belongs by at most ${ms(Math.max(...off.map(Math.abs)))}, the last beat by ${ms(off.at(-1))}`,
  );
  const slow = shown.filter((_, i) => 1000 * lag[i] > GOAL_MS);
  // While a late chord was due, or within three frames before.
  const machine = slow.filter(({ day }) => waits.some(([from, to]) => from < day && to > day - 150));
  lag.sort((a, b) => a - b);
  console.log(`shown after it sounds: half within ${ms(lag[lag.length >> 1])}, all within ${ms(lag.at(-1))}`);
  console.log(
    `later than ${GOAL_MS} ms: ${slow.length}, of them ${machine.length} where the machine kept an idle worker waiting too`,
  );
} finally {
  await browser.close();
  stop();
}
