# ./zetesis test [unit|api|e2e]: sourced by ./zetesis
WHICH=${1:-all}
case $WHICH in all | unit | api | e2e) ;; *) usage >&2; exit 2 ;; esac
need_node; need_packages
TEST_DIR=
stop_test() {
  trap - EXIT INT TERM HUP
  if [ -n "$TEST_DIR" ]; then pg_stop; rm -rf "$TEST_DIR"; fi
}
trap stop_test EXIT
trap 'exit 130' INT TERM HUP
if [ "$WHICH" != unit ]; then
  need_postgres
  TEST_DIR=$(mktemp -d /tmp/zetesis-test.XXXXXX)
  PG_DIR=$TEST_DIR
  pg_start "$TEST_DIR" fast
  build_server
fi
if [ "$WHICH" = e2e ] || [ "$WHICH" = all ]; then need_chromium; build_web; fi
cd "$ROOT"
node scripts/test.mjs "$WHICH"
