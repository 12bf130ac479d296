# ./zetesis test [unit|api|e2e]: sourced by ./zetesis
WHICH=${1:-all}
case $WHICH in all | unit | api | e2e) ;; *) usage >&2; exit 2 ;; esac
need_node
# Debian's packages come while npm's do: each waits for other things
DEBIAN=
if [ "$WHICH" != unit ]; then
  (need_postgres; [ "$WHICH" = api ] || need_chromium) &
  DEBIAN=$!
fi
need_packages
TEST_DIR=
WEB_BUILT=
stop_test() {
  trap - EXIT INT TERM HUP
  if [ -n "$TEST_DIR" ]; then pg_stop; rm -rf "$TEST_DIR"; fi
  if [ -n "$WEB_BUILT" ]; then wait; rm -f "$WEB_BUILT"; fi
}
trap stop_test EXIT
trap 'exit 130' INT TERM HUP
if [ "$WHICH" != unit ]; then
  wait "$DEBIAN"
  need_postgres
  TEST_DIR=$(mktemp -d /tmp/zetesis-test.XXXXXX)
  PG_DIR=$TEST_DIR
  pg_start "$TEST_DIR" fast
  build_server
fi
if [ "$WHICH" = e2e ] || [ "$WHICH" = all ]; then
  # beside the checks, which don't need it: the browser suites wait until the word stands there
  WEB_BUILT=$(mktemp /tmp/zetesis-web.XXXXXX)
  ( (build_web) && echo built || echo failed) >"$WEB_BUILT" &
fi
cd "$ROOT"
export WEB_BUILT
node scripts/test.mjs "$WHICH"
