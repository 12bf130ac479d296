# ./zetesis bench [NAME…]: ratios measured in one run; sourced by ./zetesis
need_node; need_packages; need_postgres; need_chromium; build_server; build_web
cd "$ROOT"
BENCH_DIR=$(mktemp -d /tmp/zetesis-bench.XXXXXX)
chmod 755 "$BENCH_DIR"
trap 'pg_stop; rm -rf "$BENCH_DIR"' EXIT
trap 'exit 130' INT TERM HUP
pg_start "$BENCH_DIR/pg" fast
node scripts/bench.mjs "$@"
