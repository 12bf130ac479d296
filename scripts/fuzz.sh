# ./zetesis fuzz [REQUESTS] [SEED]: sourced by ./zetesis
need_node; need_packages; need_postgres; build_server
cd "$ROOT"
TEST_DIR=$(mktemp -d /tmp/zetesis-fuzz.XXXXXX)
PG_DIR=$TEST_DIR
trap 'pg_stop; rm -rf "$TEST_DIR"' EXIT
trap 'exit 130' INT TERM HUP
pg_start "$TEST_DIR" fast
node --import tsx e2e/src/fuzz/main.ts "$@"
