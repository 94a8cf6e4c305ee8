// npm run third-party: writes docs/third-party.md, what Elbow ships with and under which licences, from what is installed.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
/** Packages that name no licence in their package.json, and where it is found instead. */
const explained = JSON.parse(readFileSync('scripts/third-party-explained.json', 'utf8'));

const rows = [];
const unnamed = [];
for (const [path, entry] of Object.entries(lock.packages)) {
  if (path === '' || entry.dev || entry.devOptional || entry.optional || entry.peer) continue;
  if (!existsSync(path)) continue;
  const about = JSON.parse(readFileSync(join(path, 'package.json'), 'utf8'));
  const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
  const named =
    typeof about.license === 'string'
      ? about.license
      : (about.license?.type ?? about.licenses?.map(({ type }) => type).join(' or '));
  const licence = named ?? explained[name]?.licence;
  if (licence === undefined) unnamed.push(name);
  const file = readdirSync(path).find((one) => /^(licen[cs]e|copying)/i.test(one));
  rows.push({
    name,
    version: about.version,
    licence: licence ?? 'not named',
    note: named === undefined ? (explained[name]?.why ?? '') : file ? '' : 'no licence file in the package',
  });
}
rows.sort((a, b) => a.name.localeCompare(b.name) || a.version.localeCompare(b.version, undefined, { numeric: true }));
const unique = rows.filter((row, i) => i === 0 || row.name !== rows[i - 1].name || row.version !== rows[i - 1].version);
const counts = new Map();
for (const { licence } of unique) counts.set(licence, (counts.get(licence) ?? 0) + 1);
const summary = [...counts]
  .sort((a, b) => b[1] - a[1])
  .map(([licence, n]) => `${n} ${licence}`)
  .join(', ');
const text = `# What Elbow ships with

Made by \`npm run third-party\` from the installed packages; those that only build or test Elbow are left out. ${unique.length} packages: ${summary}.

Fonts: Commissioner, SIL Open Font License 1.1, by way of the packages @fontsource-variable/commissioner and @expo-google-fonts/commissioner.

| package | version | licence | |
| --- | --- | --- | --- |
${unique.map(({ name, version, licence, note }) => `| ${name} | ${version} | ${licence} | ${note} |`).join('\n')}
`;
writeFileSync('docs/third-party.md', text);
if (unnamed.length > 0) {
  console.error(
    `These packages name no licence: ${unnamed.join(', ')}. Replace them, or say in scripts/third-party-explained.json where their licence is found.`,
  );
  process.exit(1);
}
