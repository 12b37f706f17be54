/** Says which source files import each other in a circle, types included; part of `npm run check`. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

const files = readdirSync('src', { recursive: true })
  .filter((file) => /\.tsx?$/.test(file) && !/\.(test|d)\.tsx?$/.test(file))
  .map((file) => path.join('src', file));

/** The file that a specifier names, or undefined for a package or a style. */
function named(from, specifier) {
  if (!/^(@\/|\.)/.test(specifier)) return;
  const bare = specifier.startsWith('@/')
    ? path.join('src', specifier.slice(2))
    : path.join(path.dirname(from), specifier);
  return ['.ts', '.tsx', '/index.ts'].map((end) => bare + end).find((file) => existsSync(file));
}

const imports = new Map(
  files.map((file) => {
    const { importedFiles } = ts.preProcessFile(readFileSync(file, 'utf8'));
    return [file, importedFiles.flatMap(({ fileName }) => named(file, fileName) ?? [])];
  }),
);

/** A walk from each file, deepest first: a file that is met again on its own way closes a circle. */
const circles = [];
const done = new Set();
function walk(file, way) {
  if (way.includes(file)) return circles.push([...way.slice(way.indexOf(file)), file]);
  if (done.has(file)) return;
  for (const next of imports.get(file) ?? []) walk(next, [...way, file]);
  done.add(file);
}
for (const file of files) walk(file, []);

for (const circle of circles) console.error(`a circle of files: ${circle.join(' → ')}`);
process.exit(circles.length > 0 ? 1 : 0);
