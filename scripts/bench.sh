# ./zetesis bench: ratios measured in one run; sourced by ./zetesis. Bundled first, so that no loader stands in between.
need_node; need_packages; need_postgres; need_chromium; build_server; build_web
cd "$ROOT"
BENCH_DIR=$(mktemp -d /tmp/zetesis-bench.XXXXXX)
trap 'pg_stop; rm -rf "$BENCH_DIR"' EXIT
for name in saturation judgeCharge calibration decayStudy hardDecays ordinaryDecays tuningStudy plantStudy goodDay probeStudy coldPlantStudy; do
  node_modules/.bin/esbuild "bench/$name.ts" --bundle --platform=node --format=esm --alias:@zetesis/core=./core/src/index.ts \
    --alias:@zetesis/rig=./rig/src/index.ts \
    --outfile="$BENCH_DIR/$name.mjs" --log-level=error
  node "$BENCH_DIR/$name.mjs"
done
node --import tsx bench/bundle.mjs
chmod 755 "$BENCH_DIR"
pg_start "$BENCH_DIR/pg" fast
node --import tsx bench/traces.ts
node --import tsx bench/cylinders.ts
node --import tsx bench/live.ts
