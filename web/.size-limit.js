// The first load of the ring: the page's own script, the ring's, and all that they import.
import { readFileSync } from "node:fs";

const manifest = JSON.parse(readFileSync("dist/.vite/manifest.json", "utf8"));

/** Files of the chunks and of everything they import statically. */
function filesOf(chunks, found = new Set()) {
  for (const name of chunks) {
    const chunk = manifest[name];
    if (!chunk) throw new Error(`no chunk ${name} in the build`);
    if (found.has(chunk.file)) continue;
    found.add(chunk.file);
    filesOf(chunk.imports ?? [], found);
  }
  return found;
}

const files = filesOf(["index.html", "src/features/ring/RingPage.tsx"]);

export default [
  {
    name: "first load of the ring",
    path: [...files].map((file) => `dist/${file}`),
    gzip: true,
    limit: "230 kB",
  },
];
