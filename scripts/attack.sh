# ./zetesis attack [REQUESTS]: sourced by ./zetesis. Doors and floors tried from outside: roles × routes × own and other company, guessing, sessions alone, exports that were bent,
# bytes changed in the database, databases that go away; then requests that were bent out of shape.
need_node; need_packages; need_postgres; build_server
cd "$ROOT"
TEST_DIR=$(mktemp -d /tmp/zetesis-attack.XXXXXX)
PG_DIR=$TEST_DIR
trap 'pg_stop; rm -rf "$TEST_DIR"' EXIT
trap 'exit 130' INT TERM HUP
pg_start "$TEST_DIR" fast
node_modules/.bin/jest --selectProjects api --testPathPattern 'attack|people|accounts|members|mail|leaving|verify|faults|openapi' --silent=false
node --import tsx e2e/src/fuzz/main.ts "$@"
