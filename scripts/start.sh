# ./zetesis start: sourced by ./zetesis
FRESH= DEV= OWN=
[ "${ZETESIS_DEMO:-1}" = 0 ] && OWN=1
for arg in "$@"; do
  case $arg in
  --fresh) FRESH=1 ;;
  --dev) DEV=1 ;;
  --own) OWN=1 ;;
  *) usage >&2; exit 2 ;;
  esac
done
PORT=${PORT:-4860}
DATA="$ROOT/.data"
mkdir -p "$DATA"

ours() { # PIDFILE WORD: whether that process still is what wrote the file
  local pid; pid=$(cat "$1" 2>/dev/null) && [ -n "$pid" ] && [ "$pid" != $$ ] && tr '\0' ' ' <"/proc/$pid/cmdline" 2>/dev/null | grep -qF "$2"
}
if ours "$DATA/start.pid" zetesis; then die "it is running already (pid $(cat "$DATA/start.pid")). Stop that one first."; fi
echo $$ >"$DATA/start.pid"

need_node; need_packages; need_postgres
# left over when an earlier start was killed outright
if ours "$DATA/server.pid" server/dist/main.js; then kill "$(cat "$DATA/server.pid")" 2>/dev/null || true; sleep 1; fi

CHILDREN=()
stop_all() {
  trap - EXIT INT TERM HUP
  local pid
  for pid in ${CHILDREN[@]+"${CHILDREN[@]}"}; do kill "$pid" 2>/dev/null || true; done
  for pid in ${CHILDREN[@]+"${CHILDREN[@]}"}; do wait "$pid" 2>/dev/null || true; done
  [ -n "${PG_DIR:-}" ] && pg_stop
  rm -f "$DATA/start.pid" "$DATA/server.pid"
}
trap stop_all EXIT
trap 'exit 0' INT TERM HUP

build_server
[ -n "$DEV" ] || build_web

[ -f "$DATA/session-secret" ] || (umask 077 && od -An -N32 -tx1 /dev/urandom | tr -d ' \n' >"$DATA/session-secret")
CLUSTER=$(cluster_home)
if [ -n "$FRESH" ]; then
  [ -z "$OWN" ] || die "--fresh makes the demo world anew. What is your own is only dropped by yourself."
  [ -z "${DATABASE_URL:-}" ] || die "--fresh drops the private database only. Empty your own yourself."
  PG_DIR=$CLUSTER
  # one's own company, if there is one, lies in a database beside it and stays
  pg_start "$CLUSTER" durable
  "$PG_BIN/psql" "${DATABASE_URL%/*}/postgres" -qAtc 'drop database zetesis' && unset DATABASE_URL
fi
# DATABASE_URL names a PostgreSQL of one's own, kept by whoever keeps it; without it a private one runs as long as this does
[ -n "${DATABASE_URL:-}" ] || pg_start "$CLUSTER" durable
export PORT SESSION_SECRET DEMO=1 MAIL_DIR="${MAIL_DIR:-$DATA/mail}"; SESSION_SECRET=$(cat "$DATA/session-secret")
[ -z "$OWN" ] || DEMO=0

if [ -n "$DEV" ]; then
  (cd "$ROOT/server" && exec node --import tsx --watch src/main.ts) &
  CHILDREN+=($!)
  (cd "$ROOT/app" && API_PORT=$PORT EXPO_NO_TELEMETRY=1 EXPO_OFFLINE=1 exec node ../node_modules/expo/bin/cli start --web --port "${WEB_PORT:-8081}") &
  CHILDREN+=($!)
  say "app with reload on http://127.0.0.1:${WEB_PORT:-8081}, API on http://127.0.0.1:$PORT"
  wait
  exit
fi

serve() {
  WEB_DIR="$ROOT/app/dist" node --enable-source-maps --max-semi-space-size=64 "$ROOT/server/dist/main.js" &
  SERVER=$!
  CHILDREN=($SERVER)
  echo $SERVER >"$DATA/server.pid"
}
serve
for _ in $(seq 1 150); do
  kill -0 $SERVER 2>/dev/null || die "the server didn't start (is port $PORT in use? set PORT to another)"
  node -e 'fetch("http://127.0.0.1:'"$PORT"'/api/health").then(r=>process.exit(r.ok?0:1),()=>process.exit(1))' && break
  sleep 0.2
done
if [ -n "$OWN" ]; then cat <<TEXT

  Zetesis is at http://127.0.0.1:$PORT, with a company of your own.
  Nobody is in it yet? The page asks for the set-up code that stands above.

  Ctrl-C ends it; the data stay in .data, beside the demo's. Mails: .data/mail, or SMTP_URL for a real server.

TEXT
else cat <<TEXT

  Zetesis is at http://127.0.0.1:$PORT

  demo lead         mara     copper-line
  demo installer    jonas    first-season

  Ctrl-C ends it; the data stay in .data (./zetesis start --fresh makes the demo world anew).
  A company of your own: ./zetesis start --own

TEXT
fi
# a server that ends by a fault of its own is started again; the database goes on meanwhile
while ! wait $SERVER; do
  say "the server ended unexpectedly; it is started again"
  sleep 1
  serve
done
