# ./zetesis backup FILE | restore FILE [--into] | verify: sourced by ./zetesis
ACTION=$1
FILE=${2:-}
INTO=; [ "${3:-}" = --into ] && INTO=1
DATA="$ROOT/.data"
OWN=; [ "${ZETESIS_DEMO:-1}" = 0 ] && OWN=1
need_node; need_packages; need_postgres; build_server

running() { # whether ./zetesis start is at work here
  local pid; pid=$(cat "$DATA/start.pid" 2>/dev/null) && [ -n "$pid" ] && tr '\0' ' ' <"/proc/$pid/cmdline" 2>/dev/null | grep -qF zetesis
}
# a PostgreSQL of one's own is used as it is; the private one is started where it isn't running, and stopped again
OURS=
if [ -z "${DATABASE_URL:-}" ]; then
  CLUSTER=$(cluster_home)
  if as_pg "$PG_BIN/pg_ctl" -D "$CLUSTER/data" status >/dev/null 2>&1; then OURS=; else OURS=1; fi
  pg_start "$CLUSTER" durable
fi
PART=
ended() { [ -n "$PART" ] && rm -f "$PART"; [ -n "$OURS" ] && pg_stop; return 0; }
trap ended EXIT
trap 'exit 130' INT TERM HUP

BASE=${DATABASE_URL%/*}
NAME=${DATABASE_URL##*/}; NAME=${NAME%%\?*}
sql() { "$PG_BIN/psql" "$BASE/postgres" -v ON_ERROR_STOP=1 -qAtc "$1"; }
# demo, own or empty: which world a database holds
world() { DATABASE_URL=$1 node --enable-source-maps "$ROOT/server/dist/verify.js" world; }
exists() { [ "$(sql "select 1 from pg_database where datname = '$1'")" = 1 ]; }

case "$ACTION" in
verify) node --enable-source-maps "$ROOT/server/dist/verify.js" ;;
backup)
  [ -n "$FILE" ] || die "name the file: ./zetesis backup FILE"
  [ ! -e "$FILE" ] || die "$FILE is there already. Name another file."
  mkdir -p "$(dirname "$FILE")"
  # written beside it and moved when it is whole: a backup that was cut off never looks like one
  PART="$FILE.part"
  "$PG_BIN/pg_dump" "$DATABASE_URL" --format=custom --no-owner --file="$PART" || die "the backup failed"
  (cd "$(dirname "$FILE")" && mv "$(basename "$PART")" "$(basename "$FILE")" && sha256sum "$(basename "$FILE")" >"$(basename "$FILE").sha256")
  PART=
  case "$(world "$DATABASE_URL")" in
  demo) say "backup of the demo world in $FILE, its checksum in $FILE.sha256" ;;
  own) say "backup of your own company's database in $FILE, its checksum in $FILE.sha256" ;;
  *) say "backup of a database without a company in $FILE, its checksum in $FILE.sha256" ;;
  esac
  ;;
restore)
  [ -f "$FILE" ] || die "there is no file ${FILE:-to restore}. ./zetesis restore FILE"
  [ -f "$FILE.sha256" ] || die "$FILE.sha256 is missing: without its checksum nothing says that the backup is whole."
  # of the file that is restored, whatever name stands beside the sum
  WANTED=$(head -c 64 "$FILE.sha256")
  case "$WANTED" in *[!0-9a-f]* | '') die "$FILE.sha256 holds no checksum. Nothing was changed." ;; esac
  [ "$(sha256sum <"$FILE" | cut -c1-64)" = "$WANTED" ] || die "$FILE isn't what was backed up: its checksum differs. Nothing was changed."
  if running; then die "stop ./zetesis start first: nothing may be written meanwhile."; fi
  NEW="${NAME}_restoring"
  exists "$NEW" && sql "drop database \"$NEW\""
  sql "create database \"$NEW\""
  "$PG_BIN/pg_restore" --dbname="$BASE/$NEW" --no-owner --exit-on-error --single-transaction "$FILE" ||
    { sql "drop database \"$NEW\""; die "the backup couldn't be read. Nothing was changed."; }
  HOLDS=$(world "$BASE/$NEW") || HOLDS=empty
  HERE=demo; [ -n "$OWN" ] && HERE=own
  if [ "$HOLDS" != empty ] && [ "$HOLDS" != "$HERE" ] && [ -z "$INTO" ]; then
    sql "drop database \"$NEW\""
    if [ "$HOLDS" = demo ]; then
      die "the backup holds the demo world, and this is your own company's database: anybody could sign in with the demo's passwords. Nothing was changed. If you mean it: ./zetesis restore $FILE --into"
    else
      die "the backup holds a company of your own, and this is the demo's database. Nothing was changed. Into your own: ZETESIS_DEMO=0 ./zetesis restore $FILE. If you mean the demo's: ./zetesis restore $FILE --into"
    fi
  fi
  DATABASE_URL="$BASE/$NEW" node --enable-source-maps "$ROOT/server/dist/verify.js" || say "the backup holds logs that aren't what they should be, as said above"
  if exists "$NAME"; then
    BEFORE="${NAME}_before_$(date -u +%Y%m%d%H%M%S)"
    sql "alter database \"$NAME\" rename to \"$BEFORE\""
    say "what was there before is kept as database $BEFORE"
  fi
  sql "alter database \"$NEW\" rename to \"$NAME\""
  say "restored from $FILE"
  ;;
esac
