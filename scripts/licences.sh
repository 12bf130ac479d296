# Writes docs/licences.md, the licences of what ships, by license-checker-rseidelsohn:  bash scripts/licences.sh
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
{
  printf '# Licences\n\nThe packages that Zetesis is made of, with their licences, as `bash scripts/licences.sh` lists them. Typefaces: Atkinson Hyperlegible Next and\nBarlow Semi Condensed, SIL Open Font License 1.1; marks from DejaVu Sans, Bitstream Vera licence.\n\n| Package | Licence |\n| --- | --- |\n'
  # what the server and the app need to run; the rest only builds and tests
  SHIPPED=$( (npm ls --omit=dev --all --parseable --long -w server -w app 2>/dev/null || true) | cut -d: -f2 | sort -u)
  export SHIPPED
  npx license-checker-rseidelsohn --excludePrivatePackages --json 2>/dev/null |
    node -e 'const shipped=new Set(process.env.SHIPPED.split("\n"));const all=JSON.parse(require("fs").readFileSync(0,"utf8"));for(const [name,{licenses}] of Object.entries(all))if(shipped.has(name))console.log(`| ${name} | ${[licenses].flat().join(", ")} |`)'
} >docs/licences.md
npx oxfmt docs/licences.md
