# ./zetesis load: what a server takes on this machine, beside whoever asks it; durable as it is run, on a cluster of its own; sourced by ./zetesis
need_node; need_packages; need_postgres; build_server
cd "$ROOT"
LOAD_DIR=$(mktemp -d /tmp/zetesis-load.XXXXXX)
chmod 755 "$LOAD_DIR"
PG_DIR="$LOAD_DIR/pg"
trap 'pg_stop; rm -rf "$LOAD_DIR"' EXIT
trap 'exit 130' INT TERM HUP
pg_start "$LOAD_DIR/pg" durable
node --import tsx bench/load.ts "$@"
