# ./zetesis bench: ratios measured in one run; sourced by ./zetesis. Bundled first, so that no loader stands in between.
need_node; need_packages; build_web
cd "$ROOT"
BENCH_DIR=$(mktemp -d /tmp/zetesis-bench.XXXXXX)
trap 'rm -rf "$BENCH_DIR"' EXIT
for name in saturation judgeCharge; do
  node_modules/.bin/esbuild "bench/$name.ts" --bundle --platform=node --format=esm --alias:@zetesis/core=./core/src/index.ts \
    --outfile="$BENCH_DIR/$name.mjs" --log-level=error
  node "$BENCH_DIR/$name.mjs"
done
node bench/bundle.mjs
