/*
 * Which file of script a module is sent in. Left to itself, the bundler makes a file of every set of modules that the
 * same pages and panels need: hundreds of small ones, asked for one by one and packed badly. Here panels do not count:
 * what all pages need is one file, what most need, and the bench, another; what most need without it is three (packages,
 * the core, the rest of ours), and all else is parted by the pages that need it. What only a panel needs stays apart.
 * Whatever needs a module needs its imports, too: so a module's imports are in its own file or in one that comes before
 * it here, and no two files need each other.
 */
import { dirname, join } from 'node:path';
import type { Plugin, Rolldown } from 'vite';

/** What so many pages need is together in one file. */
const MOST_PAGES = 5;
const PAGE = /\/app\/routes\/([\w-]+)\.tsx\?/;
const EVERYWHERE = /\/app\/(entry\.client|root)\.tsx/;
/** The styles of all pages are the root's alone: else those of a panel would bring them along, behind those of the page. */
const STYLES = /\.css$/;
const ROOT = /\/app\/root\.tsx/;
/** The core's public face: who imports a name from it needs the module of that name, not all of them. */
const FACE = /\/core\/index\.ts$/;

/** What each module needs, by id: its imports, through the face those alone whose names it takes. */
function importsIn(build: Rolldown.PluginContext): (id: string) => readonly string[] {
  const statements = (id: string) => build.parse(build.getModuleInfo(id)?.code ?? '').body;
  const face = [...build.getModuleIds()].find((id) => FACE.test(id));
  /** By name that the face exports: its module. */
  const homes = new Map<string, string>();
  for (const one of face === undefined ? [] : statements(face))
    if (one.type === 'ExportNamedDeclaration' && one.source)
      for (const { exported } of one.specifiers)
        if (exported.type === 'Identifier') homes.set(exported.name, join(dirname(face!), one.source.value));
  const home = (name: { readonly type: string; readonly name?: string }) => homes.get(name.name ?? '') ?? [];
  const throughFace = (id: string) =>
    statements(id).flatMap((one) => {
      if (one.type === 'ExportNamedDeclaration' && one.source && FACE.test(one.source.value))
        return one.specifiers.flatMap(({ local }) => home(local));
      if (one.type !== 'ImportDeclaration' || !FACE.test(one.source.value)) return [];
      return one.specifiers.flatMap((name) =>
        name.type === 'ImportSpecifier' ? home(name.imported) : [...homes.values()],
      );
    });
  return (id) =>
    (build.getModuleInfo(id)?.importedIds ?? []).flatMap((one) => (one === face ? throughFace(id) : [one]));
}

/** The plugin that finds the pages which need a module, and the bundler's groups by them. */
export function pageParts() {
  /** By module: the pages that need it; `''` is all of them. */
  const pages = new Map<string, Set<string>>();
  const needed = (id: string) => pages.get(id)?.size ?? 0;
  const everywhere = (id: string) => pages.get(id)?.has('') ?? false;
  const onBench = (id: string) => pages.get(id)?.has('bench') ?? false;

  const plugin: Plugin = {
    name: 'page-parts',
    apply: 'build',
    applyToEnvironment: ({ name }) => name === 'client',
    buildEnd() {
      const imports = importsIn(this);
      for (const id of this.getModuleIds()) {
        const page = EVERYWHERE.test(id) ? '' : PAGE.exec(id)?.[1];
        if (page === undefined) continue;
        const ahead = [id];
        for (let one = ahead.pop(); one !== undefined; one = ahead.pop()) {
          const known = pages.get(one) ?? new Set();
          if (known.has(page)) continue;
          pages.set(one, known.add(page));
          ahead.push(...imports(one));
        }
      }
    },
  };

  const some = Array.from({ length: MOST_PAGES - 1 }, (_, i) => MOST_PAGES - 1 - i);
  const groups = [
    { name: 'styles', test: (id: string) => everywhere(id) && STYLES.test(id) },
    { name: 'everywhere', test: (id: string) => everywhere(id) && !ROOT.test(id) },
    { name: 'most', test: (id: string) => needed(id) >= MOST_PAGES && onBench(id) },
    { name: 'most-packages', test: (id: string) => needed(id) >= MOST_PAGES && id.includes('/node_modules/') },
    { name: 'most-core', test: (id: string) => needed(id) >= MOST_PAGES && id.includes('/core/') },
    { name: 'most-others', test: (id: string) => needed(id) >= MOST_PAGES },
    ...some.map((count) => ({
      test: (id: string) => needed(id) === count,
      name: (id: string) => [...pages.get(id)!].sort().join('-'),
    })),
  ];
  return { plugin, groups: groups.map((group, i) => ({ ...group, priority: groups.length - i })) };
}
