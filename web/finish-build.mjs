// Adds the API documentation's files to the build, then compresses all of it once, here, so that no request has to.
import { copyFileSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";

const DIST = new URL("dist/", import.meta.url).pathname;
const DOCS = new URL("node_modules/swagger-ui-dist/", import.meta.url).pathname;
const COMPRESSIBLE = /\.(css|html|js|json|svg)$/;
const WORTH_IT_BYTES = 500;

for (const name of ["swagger-ui.css", "swagger-ui-bundle.js"]) {
  copyFileSync(join(DOCS, name), join(DIST, "apidocs", name));
}
for (const entry of readdirSync(DIST, { recursive: true })) {
  const path = join(DIST, entry);
  if (!COMPRESSIBLE.test(path) || !statSync(path).isFile() || statSync(path).size < WORTH_IT_BYTES) continue;
  const bytes = readFileSync(path);
  const quality = path.includes("apidocs") ? 6 : 11;
  writeFileSync(`${path}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }));
  writeFileSync(`${path}.gz`, gzipSync(bytes, { level: 9 }));
}
