# ./zetesis shots: docs/screenshots from the demo world, on its own database and port; sourced by ./zetesis
need_node; need_packages; need_postgres; need_chromium; build_server; build_web
SHOTS_DIR=$(mktemp -d /tmp/zetesis-shots.XXXXXX)
PG_DIR=$SHOTS_DIR
stop_shots() { trap - EXIT INT TERM HUP; pg_stop; rm -rf "$SHOTS_DIR"; }
trap stop_shots EXIT
trap 'exit 130' INT TERM HUP
pg_start "$SHOTS_DIR" fast
cd "$ROOT"
node --import tsx e2e/src/shots.ts
