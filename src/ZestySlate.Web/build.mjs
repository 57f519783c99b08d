// Builds what pages load: scripts, styles, fonts, symbols. Everything lands in wwwroot/dist and ships with the application.
import { build } from "esbuild";
import { execFileSync } from "node:child_process";
import { brotliCompressSync } from "node:zlib";
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";

const dist = "wwwroot/dist";
rmSync(dist, { recursive: true, force: true });
mkdirSync(`${dist}/fonts`, { recursive: true });

await build({
  entryPoints: ["site", "learner", "workbench", "media", "lti", "adding", "embed", "frames"].map(name => `Scripts/${name}.ts`),
  outdir: dist,
  bundle: true,
  minify: true,
  format: "iife",
  target: "es2022",
  legalComments: "none",
});

// What one family of questions, or one kind of backdrop, needs is loaded only where there is such a one.
for (const room of ["families", "backdrops"]) {
  await build({
    entryPoints: existsSync(`Scripts/${room}`) ? readdirSync(`Scripts/${room}`).map(name => `Scripts/${room}/${name}`) : [],
    outdir: `${dist}/${room}`,
    bundle: true,
    splitting: true,
    minify: true,
    format: "esm",
    target: "es2022",
    legalComments: "none",
  });
}

// The panorama's viewer, the PDF reader, the editor of rich text, what arranges a map, what drives players in frames and what shows
// answers that were refused are modules of their own, loaded only where they are needed.
for (const [entry, name] of [
  ["Scripts/panorama/panorama.ts", "panorama"],
  ["Scripts/media/pdf-reader.ts", "pdf"],
  ["Scripts/workbench/rich-editor.ts", "rich"],
  ["Scripts/workbench/map/arrange.ts", "arrange"],
  ["Scripts/hosted/hosted.ts", "hosted"],
  ["Scripts/learner/aside.ts", "aside"],
]) {
  await build({
    entryPoints: [entry],
    outfile: `${dist}/${name}.js`,
    bundle: true,
    minify: true,
    format: "esm",
    target: "es2022",
    legalComments: "none",
    external: ["module", "fs", "http", "https", "url", "zlib", "@napi-rs/canvas"],
  });
}
cpSync("node_modules/pdfjs-dist/legacy/build/pdf.worker.min.mjs", `${dist}/pdf.worker.js`);
cpSync("node_modules/elkjs/lib/elk-worker.min.js", `${dist}/elk-worker.js`);

const styles = (name, more = "") =>
  execFileSync("../node_modules/.bin/tailwindcss", ["-i", "-", "-o", `../${dist}/${name}.css`, "--minify"], {
    cwd: "Styles",
    input: readFileSync(`Styles/${name}.css`, "utf8") + more,
    stdio: ["pipe", "ignore", "inherit"],
  });
["teacher", "learner", "boards", "hand", "print", "decorations"].forEach(name => styles(name));

// What every learner's page has is not sent a second time with a video or a trail.
const utilities = readFileSync(`${dist}/learner.css`, "utf8").split("@layer utilities{")[1];
const known = [...utilities.matchAll(/\.((?:\\.|[\w-])+)/g)].map(([, name]) => name.replace(/\\(.)/g, "$1"));
["video", "trail"].forEach(room => styles(room, [...new Set(known)].map(name => `@source not inline("${name}");\n`).join("")));

for (const font of [
  "atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal",
  "atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal",
  "bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal",
  "bricolage-grotesque/files/bricolage-grotesque-latin-ext-wght-normal",
  "literata/files/literata-latin-wght-normal",
  "literata/files/literata-latin-ext-wght-normal",
]) {
  cpSync(`node_modules/@fontsource-variable/${font}.woff2`, `${dist}/fonts/${font.split("/").pop()}.woff2`);
}

const bodyOf = name =>
  readFileSync(`node_modules/lucide-static/icons/${name}.svg`, "utf8")
    .replace(/^[\s\S]*?<svg[^>]*>/, "")
    .replace("</svg>", "")
    .replace(/\s+/g, " ")
    .trim();
const symbolOf = (name, id) =>
  `<symbol id="${id}" viewBox="0 0 24 24" fill="none" stroke="currentColor" ` +
  `stroke-width="2" stroke-linecap="round" stroke-linejoin="round">${bodyOf(name)}</symbol>`;
const sheetOf = symbols => `<svg xmlns="http://www.w3.org/2000/svg">${symbols.join("")}</svg>`;
for (const [sheet, list] of [
  ["symbols", "Styles/symbols.txt"],
  ["play", "../ZestySlate.Player/symbols.txt"],
]) {
  const names = readFileSync(list, "utf8").split("\n").filter(Boolean);
  writeFileSync(`${dist}/${sheet}.svg`, sheetOf(names.map(name => symbolOf(name, name))));
}

// Every symbol an author may pick, each in a file of its own, and the words to find them by.
const tags = JSON.parse(readFileSync("node_modules/lucide-static/tags.json", "utf8"));
mkdirSync(`${dist}/symbols`);
for (const name of Object.keys(tags)) {
  writeFileSync(`${dist}/symbols/${name}.svg`, sheetOf([symbolOf(name, "symbol")]));
}
writeFileSync(
  `${dist}/symbols-index.json`,
  JSON.stringify(Object.fromEntries(Object.entries(tags).map(([name, words]) => [name, words.join(" ").toLowerCase()]))),
);

cpSync("Styles/art", dist, { recursive: true });
// The pictures of the guides, which are shown as pages.
cpSync("../../docs/screenshots", `${dist}/help`, { recursive: true });

// What is sent as text is compressed once, here, as well as it can be.
for (const folder of ["", "/families", "/backdrops"]) {
  for (const name of existsSync(dist + folder) ? readdirSync(dist + folder) : []) {
    if (!/\.(js|css|svg|json)$/.test(name)) {
      continue;
    }
    const path = `${dist}${folder}/${name}`;
    writeFileSync(`${path}.br`, brotliCompressSync(readFileSync(path)));
  }
}
