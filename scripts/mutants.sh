# ./zetesis mutants [FILE-PATTERN…]: which small faults in core no unit test notices; sourced by ./zetesis. Hours for all of it, minutes for a file.
need_node; need_packages
cd "$ROOT"
mkdir -p .data
if [ $# -gt 0 ]; then
  npx stryker run --mutate "$(IFS=,; echo "$*")"
else
  npx stryker run
fi
