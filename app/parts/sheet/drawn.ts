/* Pages as they are drawn, as files that need nothing else. */

/** The colours on paper, whatever the screen is like. */
const ON_PAPER: Readonly<Record<string, string>> = {
  '--ink': '#000',
  '--slate': '#444',
  '--rule': '#999',
  '--paper': '#fff',
  '--panel': '#fff',
  '--river': '#000',
  '--on-mark': '#fff',
  '--heron': '#e3a900',
  '--sheet-ground': '#fff',
  '--sheet-line': '#555',
};

/** The styles of what is drawn, and the fonts it is set in, in the file itself. */
async function styles(): Promise<string> {
  const sheets = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules]);
  const drawn = sheets
    .filter((rule) => rule instanceof CSSStyleRule)
    .filter(({ selectorText }) => /\.(sheet-|grip-|vf-)/.test(selectorText) && !/:|\bbutton\b/.test(selectorText))
    .map(({ cssText }) => cssText);
  const inUse = [...document.fonts].filter(({ status }) => status === 'loaded').map(({ family }) => bare(family));
  const faces = sheets.filter((rule) => rule instanceof CSSFontFaceRule);
  const own = await Promise.all(
    faces
      .filter(({ style }) => inUse.includes(bare(style.getPropertyValue('font-family'))))
      // Latin letters and figures are what is set; other scripts fall back to what the reader has.
      .filter(({ style }) => /U\+0{0,4}-0?0?FF/i.test(style.getPropertyValue('unicode-range')))
      .map(async ({ style, parentStyleSheet }) => {
        const family = style.getPropertyValue('font-family');
        const [, url] = /url\("?([^")]+)"?\)/.exec(style.getPropertyValue('src')) ?? [];
        return face(
          family,
          new URL(url!, parentStyleSheet?.href ?? location.href).href,
          style.getPropertyValue('font-weight'),
        );
      }),
  );
  const { default: bravura } = await import('@vexflow-fonts/bravura/bravura.woff2?url');
  const music = await face('Bravura', new URL(bravura, location.href).href, 'normal');
  const serif = getComputedStyle(document.documentElement).getPropertyValue('--serif');
  const values = Object.entries({ ...ON_PAPER, '--serif': serif }).map(([name, value]) => `${name}:${value}`);
  return [...own, music, `svg{${values.join(';')}}`, ...drawn, '.sheet-page{width:auto;max-width:none;border:0}'].join(
    '\n',
  );
}
const bare = (family: string): string => family.replace(/["']/g, '');

async function face(family: string, url: string, weight: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer());
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return `@font-face{font-family:${family};font-weight:${weight || 'normal'};src:url(data:font/woff2;base64,${btoa(text)}) format("woff2")}`;
}

/** A page as an SVG file; what sounds is not lit in it. */
export async function pageAsSvg(page: SVGSVGElement): Promise<string> {
  // As text: a style put into the page itself would be against its policy.
  const style = `<style><![CDATA[${await styles()}]]></style>`;
  const drawn = serialized(page).replace(/^<svg[^>]*>/, (open) => open + style);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${drawn}\n`;
}

/** What a file from disk may do: nothing but show what is in it. */
const POLICY = "default-src 'none'; style-src 'unsafe-inline'; font-src data:";
const PAGES = 'body{margin:0}.sheet-page{display:block;margin:0 auto;break-after:page}@page{margin:0}';

/** Pages as one HTML file, a page of paper each. It runs nothing. */
export async function pagesAsHtml(pages: readonly SVGSVGElement[], title: string): Promise<string> {
  const name = document.createElement('title');
  name.textContent = title;
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${POLICY}">
<meta name="viewport" content="width=device-width">
${name.outerHTML}
<style>${await styles()}
${PAGES}</style>
</head>
<body>
${pages.map(serialized).join('\n')}
</body>
</html>
`;
}

function serialized(page: SVGSVGElement): string {
  const copy = page.cloneNode(true) as SVGSVGElement;
  for (const lit of copy.querySelectorAll('.sheet-sounds')) lit.remove();
  const { width, height } = page.viewBox.baseVal;
  copy.setAttribute('width', String(Math.round(width)));
  copy.setAttribute('height', String(Math.round(height)));
  copy.removeAttribute('style');
  return new XMLSerializer().serializeToString(copy);
}
