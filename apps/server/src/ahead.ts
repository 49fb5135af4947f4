// What the bench loads, told with the page itself: browsers fetch it at once, and not only when scripts ask for it.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The build's list of files: of each source, what it became, and what that imports. */
type Manifest = Record<string, { file: string; imports?: string[] } | undefined>;

const BENCH = 'src/bench/BenchPage.vue';
const AT_THE_BENCH = /^\/bench\/([\w-]+)(?:\?|$)/;

/** A source's own file and all that it imports. */
function filesOf(manifest: Manifest, source: string, found = new Set<string>()): Set<string> {
  const entry = manifest[source];
  if (!entry || found.has(entry.file)) return found;
  found.add(entry.file);
  for (const imported of entry.imports ?? []) filesOf(manifest, imported, found);
  return found;
}

/**
 * The value of a `Link` header (RFC 8288) for the page at an address: the bench's scripts, and the design that is to be
 * laid on it. Empty elsewhere, and where the interface was built without its manifest.
 */
export function linksAhead(web: string): (url: string) => string {
  const file = join(web, '.vite', 'manifest.json');
  if (!existsSync(file)) return () => '';
  const scripts = [...filesOf(JSON.parse(readFileSync(file, 'utf8')) as Manifest, BENCH)].map(
    (name) => `</${name}>; rel=modulepreload`,
  );
  return (url) => {
    const [, design] = AT_THE_BENCH.exec(url) ?? [];
    return design
      ? [`</api/designs/${design}>; rel=preload; as=fetch; crossorigin`, ...scripts].join(', ')
      : '';
  };
}
