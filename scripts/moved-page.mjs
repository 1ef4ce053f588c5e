import { randomBytes } from 'node:crypto';

/**
 * The page under another name of this machine: it sends what waits in that name's storage, and goes on to the app's one
 * address. What cannot be sent is carried there in the address itself, to be shown; it also stays here, put aside.
 */
export function movedPage(home) {
  const nonce = randomBytes(16).toString('base64');
  const target = JSON.stringify(home).replaceAll('<', '\\u003c');
  const html = `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Yellow Heron</title>
<style nonce="${nonce}">body { font: 18px/1.5 system-ui, sans-serif; max-width: 34em; margin: 15vh auto; padding: 0 24px }</style>
<p id="said" role="status">On to Yellow Heron…</p>
<noscript><p>Yellow Heron needs JavaScript, and is at <a href="${home.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`)}">its address</a>.</p></noscript>
<script type="module" nonce="${nonce}">
const home = ${target};
const AGAIN_MS = 2000;
const LONGEST_CARRIED = 500000;
const said = document.getElementById('said');
const later = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
function waiting() {
  return Object.keys(localStorage)
    .filter((key) => /^heron\\.(outbox|refused|aside)\\./.test(key))
    .map((key) => {
      try {
        const { edit, ...rest } = JSON.parse(localStorage.getItem(key));
        return { key, edit: edit ?? rest };
      } catch {
        return { key, edit: null };
      }
    })
    .sort((a, b) => (a.edit?.count ?? 0) - (b.edit?.count ?? 0) || (a.edit?.at ?? 0) - (b.edit?.at ?? 0));
}
async function send({ editId, aggregate, baseVersion, after, patch }) {
  const body = JSON.stringify({ editId, aggregate, baseVersion, after, patch });
  for (;;) {
    try {
      const reply = await fetch('/edits', { method: 'POST', headers: { 'content-type': 'application/json' }, body });
      if (reply.status < 500) return await reply.json();
    } catch {}
    said.textContent = 'Changes that wait here are being saved. Yellow Heron does not answer yet; trying again…';
    await later(AGAIN_MS);
  }
}
const carried = [];
for (const { key, edit } of waiting()) {
  const text = localStorage.getItem(key);
  const answer = edit && key.startsWith('heron.outbox.') ? await send(edit) : null;
  if (answer?.status !== 'saved' && !(answer?.status === 'conflict' && answer.kept)) {
    carried.push(text);
    localStorage.setItem(key.replace(/^heron\\./, 'heron.carried-'), text);
  }
  localStorage.removeItem(key);
}
const hash = carried.length === 0 ? '' : '#carried=' + encodeURIComponent(JSON.stringify(carried));
location.replace(home + (hash.length <= LONGEST_CARRIED ? hash : ''));
</script>
</html>
`;
  return { nonce, html };
}
