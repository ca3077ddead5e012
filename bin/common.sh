# What bin/start and bin/test share. Sourced, not run.

set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"

# What the application and its tests need from Debian.
packages_start="php8.2-cli php8.2-pgsql php8.2-zip php8.2-gd php8.2-intl php8.2-mbstring php8.2-xml php8.2-bcmath php8.2-curl composer unzip postgresql nodejs curl"
packages_test="chromium minisat aspcud libmaven3-core-java default-jdk-headless mono-utils git"

# Compiled code is kept, and what runs often becomes machine code; for what runs long.
php_quick="-d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=96M -d opcache.memory_consumption=192 -d upload_max_filesize=52M -d post_max_size=54M"

say() { printf '%s\n' "$*"; }
fail() { printf '%s\n' "$*" >&2; exit 1; }

have_package() { dpkg-query -W -f='${Status}' "$1" 2>/dev/null | grep -q 'install ok installed'; }

need_packages() {
    local missing=() name
    for name in "$@"; do have_package "$name" || missing+=("$name"); done
    # Node.js may have come with an npm of its own; Debian's is only wanted where there is none.
    command -v npm >/dev/null || missing+=(npm)
    [ ${#missing[@]} -eq 0 ] && return
    local as=()
    if [ "$(id -u)" -ne 0 ]; then
        command -v sudo >/dev/null || fail "These packages are missing and only an administrator can install them: ${missing[*]}. Install them and run this again."
        as=(sudo)
    fi
    say "Installing ${missing[*]}"
    "${as[@]}" apt-get update -qq >/dev/null
    "${as[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/tmp/stasimon-apt.log 2>&1 \
        || fail "Installing failed; /tmp/stasimon-apt.log says why. Nothing else was changed."
}

# The sum of what was installed is kept beside it, so that a second run has nothing to do.
stale() { [ "$(cat "$2" 2>/dev/null)" != "$(cat $1 | sha256sum)" ]; }
fresh() { cat $1 | sha256sum > "$2"; }

install_dependencies() {
    [ -f .env ] || : > .env
    mkdir -p storage/framework/views storage/framework/cache storage/framework/sessions storage/logs bootstrap/cache
    if [ ! -d vendor ] || stale composer.json vendor/.installed-from; then
        say "Installing PHP packages"
        COMPOSER_ALLOW_SUPERUSER=1 composer update --no-interaction --no-progress --quiet || fail "Composer could not install the PHP packages."
        fresh composer.json vendor/.installed-from
    fi
    if [ ! -d node_modules ] || stale package.json node_modules/.installed-from; then
        say "Installing npm packages"
        PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1 npm install --no-audit --no-fund --silent || fail "npm could not install the front end's packages."
        fresh package.json node_modules/.installed-from
    fi
    local sources; sources=$(find resources vite.config.js package.json -type f | sort | tr '\n' ' ')
    if [ ! -d public/build ] || stale "$sources" public/build/.built-from; then
        say "Building the front end"
        npx vite build --logLevel warn || fail "The front end could not be built."
        fresh "$sources" public/build/.built-from
    fi
}

free_port() { php -r '$s = stream_socket_server("tcp://127.0.0.1:0"); echo explode(":", stream_socket_get_name($s, false))[1];'; }
port_taken() { php -r 'exit(@fsockopen("127.0.0.1", (int) $argv[1], $e, $m, 0.3) ? 0 : 1);' "$1"; }
room_for() { [ "$(df -Pk "$1" | awk 'NR == 2 {print $4}')" -gt 512000 ] || fail "Less than 500 MB are free on the disk of $1. Make room and run this again; nothing was changed."; }

# PostgreSQL refuses to run as root, so as root its programs run as the user that its package made.
pg_bin=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1 || true)
as_pg() { if [ "$(id -u)" -eq 0 ]; then (cd / && runuser -u postgres -- "$@"); else "$@"; fi; }

# Makes the cluster in folder $1 if there is none, and starts it on port $2.
start_postgres() {
    pg_bin=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n 1)
    pg_folder=$1
    if [ "$(id -u)" -eq 0 ]; then
        mkdir -p "$pg_folder"
        # A folder that this user cannot enter, such as one in /root, cannot hold its files.
        if ! as_pg test -x "$pg_folder"; then
            pg_folder=/var/tmp/stasimon-$(printf %s "$1" | sha256sum | cut -c1-12)
            mkdir -p "$pg_folder"
        fi
        chown postgres "$pg_folder"
    fi
    mkdir -p "$pg_folder"; chmod 700 "$pg_folder"
    [ -f "$pg_folder/PG_VERSION" ] || as_pg "$pg_bin/initdb" -D "$pg_folder" -U stasimon -A trust -E UTF8 --locale=C.UTF-8 >/dev/null
    if as_pg "$pg_bin/pg_ctl" -D "$pg_folder" status >/dev/null 2>&1; then as_pg "$pg_bin/pg_ctl" -D "$pg_folder" -m fast -w stop >/dev/null; fi
    as_pg "$pg_bin/pg_ctl" -D "$pg_folder" -w -l "$pg_folder/log" -o "-p $2 -c listen_addresses=127.0.0.1 -c unix_socket_directories=$pg_folder -c fsync=${3:-on} -c shared_buffers=256MB -c max_wal_size=2GB -c wal_compression=lz4 -c jit=off" start >/dev/null \
        || fail "PostgreSQL did not start; $pg_folder/log says why."
    as_pg "$pg_bin/psql" -h 127.0.0.1 -p "$2" -U stasimon -d postgres -Atqc "select 1 from pg_database where datname = 'stasimon'" | grep -q 1 \
        || as_pg "$pg_bin/createdb" -h 127.0.0.1 -p "$2" -U stasimon stasimon
}

stop_postgres() { [ -n "${pg_folder:-}" ] && as_pg "$pg_bin/pg_ctl" -D "$pg_folder" -m fast -w stop >/dev/null 2>&1 || true; }

# What the application reads from its environment: $1 its folder for files, then the ports of web, both depots and database.
application_environment() {
    export STASIMON_VAR=$1 APP_NAME=Stasimon APP_ENV=${APP_ENV:-production} APP_DEBUG=false APP_URL="http://127.0.0.1:$2"
    export STASIMON_DEMO_DEPOT="http://127.0.0.1:$3" STASIMON_DEMO_DEPOT_2="http://127.0.0.1:$4" DB_HOST=127.0.0.1 DB_PORT=$5 DB_DATABASE=stasimon DB_USERNAME=stasimon DB_PASSWORD=
    export SESSION_DRIVER=database CACHE_STORE=database QUEUE_CONNECTION=database DB_QUEUE_RETRY_AFTER=7200 LOG_CHANNEL=single
    # What the framework has worked out of configuration and routes is kept for this environment alone.
    export APP_CONFIG_CACHE=$STASIMON_VAR/cache/config.php APP_ROUTES_CACHE=$STASIMON_VAR/cache/routes.php
    mkdir -p "$STASIMON_VAR/cache"
    [ -s "$STASIMON_VAR/app.key" ] || (umask 077; php -r 'echo "base64:".base64_encode(random_bytes(32));' > "$STASIMON_VAR/app.key")
    APP_KEY=$(cat "$STASIMON_VAR/app.key"); export APP_KEY
}

# Builds the folders of both depots in $1, unless they are there and newer than what they are made from.
build_depots() {
    local name
    for name in slipway tidepool; do
        if [ ! -f "$1/$name/depot.json" ] || [ -n "$(find standins/content -newer "$1/$name/depot.json" -name '*.php')" ]; then
            rm -rf "${1:?}/$name"
            php standins/content/build.php --out "$1/$name" --depot "$name" >/dev/null || fail "The demo's files could not be built."
        fi
    done
}

# Serves both depots, Slipway at port $1 and Tidepool at $2.
children=()
start_depots() {
    local logs=$STASIMON_VAR/logs
    mkdir -p "$logs"
    DEPOT_FOLDER=$STASIMON_VAR/depots/slipway PHP_CLI_SERVER_WORKERS=4 php -S "127.0.0.1:$1" standins/depot/server.php >"$logs/slipway.log" 2>&1 & children+=($!)
    DEPOT_FOLDER=$STASIMON_VAR/depots/tidepool PHP_CLI_SERVER_WORKERS=4 php -S "127.0.0.1:$2" standins/depot/server.php >"$logs/tidepool.log" 2>&1 & children+=($!)
    for _ in $(seq 50); do port_taken "$1" && port_taken "$2" && break; sleep 0.1; done
}

# Starts depots, workers and web server for the environment above; their process ids go into $children.
start_servers() {
    local web=$1 logs=$STASIMON_VAR/logs
    mkdir -p "$logs"
    start_depots "$2" "$3"
    rm -f "$APP_CONFIG_CACHE" "$APP_ROUTES_CACHE"
    export DB_PERSISTENT=true
    php artisan config:cache --quiet && php artisan route:cache --quiet || fail "The configuration could not be read; storage/logs/laravel.log says why."
    php artisan stasimon:recover
    php artisan stasimon:demo ${4:-} || fail "The demo could not be loaded; storage/logs/laravel.log says why."
    # A worker that dies is followed by another; after 1,000 jobs one makes room for a fresh one by itself.
    for n in 1 2; do
        (trap 'kill "$!" 2>/dev/null; exit 0' TERM
            while :; do php $php_quick artisan queue:work --sleep=0.2 --tries=1 --timeout=1800 --max-jobs=1000 --quiet >>"$logs/worker-$n.log" 2>&1 & wait "$!"; sleep 1; done) & children+=($!)
    done
    (cd public && PHP_CLI_SERVER_WORKERS=4 exec php $php_quick -S "127.0.0.1:$web" ../vendor/laravel/framework/src/Illuminate/Foundation/resources/server.php >"$logs/web.log" 2>&1) & children+=($!)
    for _ in $(seq 50); do port_taken "$web" && return; sleep 0.1; done
    fail "The web server did not start; $logs/web.log says why."
}

# The web server's own workers are its children, so each child goes with what it started.
stop_servers() {
    local child
    for child in "${children[@]}"; do pkill -TERM -P "$child" 2>/dev/null || true; kill "$child" 2>/dev/null || true; done
    wait 2>/dev/null || true
}
