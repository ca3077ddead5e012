#!/usr/bin/env bash
# Another installation beside the one that the walks go through: a database, files and a port of its own, and the same depots.
# It says where it is, and goes once what started it is gone.

. "$(dirname "$0")/../../bin/common.sh"

name=other_$$ port=$(free_port) folder=$STASIMON_VAR/others/$$
port_of() { printf '%s' "${1##*:}"; }
depot=$(port_of "$STASIMON_DEMO_DEPOT") depot2=$(port_of "$STASIMON_DEMO_DEPOT_2")

mkdir -p "$folder"
cleanup() { trap - EXIT; stop_servers; end_predecessors "$folder" >/dev/null; as_pg "$pg_bin/dropdb" -h 127.0.0.1 -p "$DB_PORT" -U stasimon --force "$name" || true; rm -rf "$folder"; }
trap cleanup EXIT; trap 'exit 130' INT TERM

as_pg "$pg_bin/createdb" -h 127.0.0.1 -p "$DB_PORT" -U stasimon "$name"
application_environment "$folder" "$port" "$depot" "$depot2" "$DB_PORT"
export DB_DATABASE=$name STASIMON_WEB_PROCESSES=2 STASIMON_FOLDERS=$folder/elsewhere:$STASIMON_FOLDERS
mkdir -p "$folder/elsewhere" "$folder/logs"
php artisan migrate --force --quiet
php artisan config:cache --quiet && php artisan route:cache --quiet
php artisan stasimon:demo --bare
# shellcheck disable=SC2086
serve worker-1 "$folder/logs/worker-1.log" env STASIMON_ROLE="stasimon worker" php $php_quick -d memory_limit=1G artisan queue:work --sleep=0.2 --tries=1 --timeout=1800 --quiet
serve_web "$port"
for _ in $(seq 200); do port_taken "$port" && [ -S "$web_socket" ] && break; sleep 0.1; done
say "at http://127.0.0.1:$port"
# What started it holds the other end.
cat >/dev/null
