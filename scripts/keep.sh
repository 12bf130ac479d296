# ./zetesis backup FILE | restore FILE | verify: sourced by ./zetesis
ACTION=$1
FILE=${2:-}
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
  say "backup in $FILE, its checksum in $FILE.sha256"
  ;;
restore)
  [ -f "$FILE" ] || die "there is no file ${FILE:-to restore}. ./zetesis restore FILE"
  [ -f "$FILE.sha256" ] || die "$FILE.sha256 is missing: without its checksum nothing says that the backup is whole."
  (cd "$(dirname "$FILE")" && sha256sum --check --status "$(basename "$FILE").sha256") || die "$FILE isn't what was backed up: its checksum differs. Nothing was changed."
  if running; then die "stop ./zetesis start first: nothing may be written meanwhile."; fi
  NEW="${NAME}_restoring"
  exists "$NEW" && sql "drop database \"$NEW\""
  sql "create database \"$NEW\""
  "$PG_BIN/pg_restore" --dbname="$BASE/$NEW" --no-owner --exit-on-error --single-transaction "$FILE" ||
    { sql "drop database \"$NEW\""; die "the backup couldn't be read. Nothing was changed."; }
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
