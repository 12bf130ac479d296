# ./zetesis admin reset-lead EMAIL | import FILE: sourced by ./zetesis
[ -n "${2:-}" ] || set -- none
case $1 in reset-lead | import) ;; *) die "./zetesis admin reset-lead EMAIL, or ./zetesis admin import FILE" ;; esac
need_node; need_packages; need_postgres; build_server
# what is one's own is meant, unless ZETESIS_DEMO=1 asks for the demo's
OWN=1; [ "${ZETESIS_DEMO:-0}" = 1 ] && OWN=
OURS=
if [ -z "${DATABASE_URL:-}" ]; then
  CLUSTER=$(cluster_home)
  as_pg "$PG_BIN/pg_ctl" -D "$CLUSTER/data" status >/dev/null 2>&1 || OURS=1
  pg_start "$CLUSTER" durable
fi
trap '[ -n "$OURS" ] && pg_stop; true' EXIT
trap 'exit 130' INT TERM HUP
PUBLIC_URL="${PUBLIC_URL:-http://127.0.0.1:${PORT:-4860}}" node --enable-source-maps "$ROOT/server/dist/admin.js" "$1" "$2"
