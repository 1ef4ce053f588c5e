/** What a page runs, and the files that needs. */
interface ToRun {
  readonly module: string;
  readonly files: readonly string[];
}

/**
 * Runs in the browser, as text, in place of the page's own module: that is put in once the page is painted, with all its
 * files asked for at once. (Where nobody looks, nothing is painted.)
 */
function runAfterPaint({ module, files }: ToRun): void {
  const run = () => {
    const { nonce } = document.querySelector<HTMLElement>('script[nonce]')!;
    const links = files.map((href) => Object.assign(document.createElement('link'), { rel: 'modulepreload', href }));
    const script = Object.assign(document.createElement('script'), { type: 'module', nonce, text: module });
    document.head.append(...links, script);
  };
  if (document.hidden) run();
  else requestAnimationFrame(() => setTimeout(run));
}

/** A page that is painted before anything of its script is fetched or run: a browser shares its one thread between the two. */
export function paintedFirst(html: string): string {
  const files: string[] = [];
  const rest = html.replace(/<link rel="modulepreload" href="([^"]*)"[^>]*>/g, (_, file: string) => {
    files.push(file);
    return '';
  });
  return rest.replace(/(<script[^>]* type="module"[^>]*>)([^]*?)(?=<\/script>)/, (_, tag: string, module: string) => {
    const toRun = JSON.stringify({ module, files } satisfies ToRun).replaceAll('<', '\\u003c');
    return `${tag}(${runAfterPaint.toString()})(${toRun})`;
  });
}
