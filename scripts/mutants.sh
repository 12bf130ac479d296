# ./zetesis mutants [FILE-PATTERN…]: which small faults in core no unit test of core or contract notices; sourced by ./zetesis. Some minutes for a room, longer where curves are fitted, a minute for a file.
need_node; need_packages
cd "$ROOT"
mkdir -p .data
if [ $# -gt 0 ]; then
  npx stryker run --mutate "$(IFS=,; echo "$*")"
else
  npx stryker run
fi
