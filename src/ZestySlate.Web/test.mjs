// Runs the tests of what in the scripts needs no page: each file of tests/Scripts, by node's own runner.
import { build } from "esbuild";
import { execFileSync } from "node:child_process";
import { readdirSync, rmSync } from "node:fs";

const [from, to] = ["../../tests/Scripts", "../../.stamps/scripts"];
rmSync(to, { recursive: true, force: true });
const tests = readdirSync(from).filter(name => name.endsWith(".test.ts"));
await build({
  entryPoints: tests.map(name => `${from}/${name}`),
  outdir: to,
  bundle: true,
  platform: "node",
  format: "esm",
  target: "node20",
  outExtension: { ".js": ".mjs" },
  logLevel: "error",
});
try {
  execFileSync(process.execPath, ["--test", ...tests.map(name => `${to}/${name.replace(/\.ts$/, ".mjs")}`)], { stdio: "inherit" });
} catch {
  process.exitCode = 1;
}
