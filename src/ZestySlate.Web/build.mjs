// Builds what pages load: scripts, styles, fonts, symbols. Everything lands in wwwroot/dist and ships with the application.
import { build } from "esbuild";
import { execFileSync } from "node:child_process";
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";

const dist = "wwwroot/dist";
rmSync(dist, { recursive: true, force: true });
mkdirSync(`${dist}/fonts`, { recursive: true });

await build({
  entryPoints: ["site", "learner", "workbench", "lti"].map(name => `Scripts/${name}.ts`),
  outdir: dist,
  bundle: true,
  minify: true,
  format: "iife",
  target: "es2022",
  legalComments: "none",
});

for (const sheet of ["teacher", "learner"]) {
  execFileSync("node_modules/.bin/tailwindcss", ["-i", `Styles/${sheet}.css`, "-o", `${dist}/${sheet}.css`, "--minify"], { stdio: ["ignore", "ignore", "inherit"] });
}

for (const font of [
  "atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal",
  "atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal",
  "bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal",
  "bricolage-grotesque/files/bricolage-grotesque-latin-ext-wght-normal",
]) {
  cpSync(`node_modules/@fontsource-variable/${font}.woff2`, `${dist}/fonts/${font.split("/").pop()}.woff2`);
}

const symbols = readFileSync("Styles/symbols.txt", "utf8").split("\n").filter(Boolean).map(name => {
  const body = readFileSync(`node_modules/lucide-static/icons/${name}.svg`, "utf8").replace(/^[\s\S]*?<svg[^>]*>/, "").replace("</svg>", "").replace(/\s+/g, " ").trim();
  return `<symbol id="${name}" viewBox="0 0 24 24" fill="none" stroke="currentColor" stroke-width="2" stroke-linecap="round" stroke-linejoin="round">${body}</symbol>`;
});
writeFileSync(`${dist}/symbols.svg`, `<svg xmlns="http://www.w3.org/2000/svg">${symbols.join("")}</svg>`);

cpSync("Styles/art", dist, { recursive: true });
