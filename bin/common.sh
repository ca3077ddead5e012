# What bin/start and bin/test share. Sourced, not run.

set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"

# What the application and its tests need from Debian.
packages_start="php8.2-cli php8.2-pgsql php8.2-zip php8.2-gd php8.2-intl php8.2-mbstring php8.2-xml php8.2-bcmath php8.2-curl php8.2-yaml php8.2-fpm nginx composer unzip postgresql nodejs curl"
packages_test="chromium-headless-shell zbar-tools zip binutils libarchive-tools 7zip libnginx-mod-http-ndk libnginx-mod-http-set-misc minisat aspcud libmaven3-core-java bnd docker-registry skopeo default-jdk-headless mono-utils libmono-system-xml4.0-cil git libeclipse-osgi-java libequinox-common-java libequinox-registry-java libequinox-preferences-java libequinox-app-java libeclipse-core-jobs-java libeclipse-core-contenttype-java libjetty9-java libgoogle-gson-java libyaml-snake-java liblog4j2-java liblogback-java python3-pytest python3-pytest-xdist python3-execnet python3-pytest-sugar python3-termcolor gendarme vim vim-runtime vim-snipmate vim-addon-mw-utils vim-tlib"

# Compiled code is kept, and what runs often becomes machine code; for what runs long.
php_quick="-d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=96M -d opcache.memory_consumption=192"

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
    # Debian starts what it installs, for everybody. Here each serves one folder, on loopback, and is started by bin/start.
    if [ -d /run/systemd/system ]; then
        for name in nginx php8.2-fpm; do [[ " ${missing[*]} " = *" $name "* ]] && "${as[@]}" systemctl disable --now "$name" >/dev/null 2>&1 || true; done
    fi
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
    if [ ! -d node_modules ] || stale package-lock.json node_modules/.installed-from; then
        say "Installing npm packages"
        PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1 npm ci --no-audit --no-fund --silent || fail "npm could not install the front end's packages."
        fresh package-lock.json node_modules/.installed-from
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
    pg_options="-p $2 -c listen_addresses=127.0.0.1 -c unix_socket_directories=$pg_folder -c fsync=${3:-on} -c shared_buffers=256MB -c max_wal_size=2GB -c wal_compression=lz4 -c default_toast_compression=lz4 -c jit=off"
    as_pg "$pg_bin/pg_ctl" -D "$pg_folder" -w -l "$pg_folder/log" -o "$pg_options" start >/dev/null \
        || fail "PostgreSQL did not start; $pg_folder/log says why."
    as_pg "$pg_bin/psql" -h 127.0.0.1 -p "$2" -U stasimon -d postgres -Atqc "select 1 from pg_database where datname = 'stasimon'" | grep -q 1 \
        || as_pg "$pg_bin/createdb" -h 127.0.0.1 -p "$2" -U stasimon stasimon
}

stop_postgres() { [ -n "${pg_folder:-}" ] && as_pg "$pg_bin/pg_ctl" -D "$pg_folder" -m fast -w stop >/dev/null 2>&1 || true; }

# What the application reads from its environment: $1 its folder for files, then the ports of web, both depots and database.
application_environment() {
    export STASIMON_VAR=$1 APP_NAME=Stasimon APP_ENV=${APP_ENV:-production} APP_DEBUG=${APP_DEBUG:-false} APP_URL="http://127.0.0.1:$2"
    export STASIMON_DEMO_DEPOT="http://127.0.0.1:$3" STASIMON_DEMO_DEPOT_2="http://127.0.0.1:$4" DB_HOST=127.0.0.1 DB_PORT=$5 DB_DATABASE=stasimon DB_USERNAME=stasimon DB_PASSWORD=
    # Minutes: a page that was left open over a few weeks still takes what is pressed in it.
    export SESSION_LIFETIME=43200
    export SESSION_DRIVER=database CACHE_STORE=database QUEUE_CONNECTION=database DB_QUEUE_RETRY_AFTER=7200 LOG_CHANNEL=single
    # What the framework has worked out of configuration and routes is kept for this environment alone.
    export APP_CONFIG_CACHE=$STASIMON_VAR/cache/config.php APP_ROUTES_CACHE=$STASIMON_VAR/cache/routes.php
    mkdir -p "$STASIMON_VAR/cache"
    # What an earlier release of it has left there knows nothing of what this one needs.
    rm -f "$APP_CONFIG_CACHE" "$APP_ROUTES_CACHE"
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

# What serves is started under a supervisor each, with a variable by which all of it can be known again.
declare -A served=()
served_names=()

# serve NAME LOG COMMAND...: keeps a program running, and remembers how to.
serve() {
    local name=$1
    mkdir -p "$STASIMON_VAR/run"
    served_names+=("$name")
    served_commands[${#served_names[@]} - 1]=$(printf '%q ' "${@:2}")
    supervise_again "$name"
}
served_commands=()

supervise_again() {
    local i command
    for i in "${!served_names[@]}"; do
        [ "${served_names[$i]}" = "$1" ] || continue
        eval "command=(${served_commands[$i]})"
        STASIMON_SERVES=$STASIMON_VAR "$root/bin/supervise" "$STASIMON_VAR/run" "$1" "${command[@]}" &
        served[$1]=$!
    done
}

# Looks after the supervisors themselves: one that is gone has left its program, which is ended before both are started again.
tend_supervisors() {
    local name group
    for name in "${served_names[@]}"; do
        group=$(cat "$STASIMON_VAR/run/$name.pid" 2>/dev/null || true)
        if kill -0 "${served[$name]}" 2>/dev/null; then
            # A web server that has lost most of its processes answers slowly or not at all, and does not get them back by itself.
            case "$name" in slipway | tidepool)
                if [ -n "$group" ] && kill -0 "$group" 2>/dev/null && [ "$(pgrep -c -g "$group" || true)" -lt 3 ]; then kill -KILL -- "-$group" 2>/dev/null || true; fi ;;
            esac
            continue
        fi
        [ -n "$group" ] && kill -KILL -- "-$group" 2>/dev/null || true
        say "The supervisor of $name was gone and is back."
        supervise_again "$name"
    done
}

# The database is no child of ours: its server goes on by itself, and is started again when it does not.
tend_postgres() {
    local id
    id=$(head -n 1 "$pg_folder/postmaster.pid" 2>/dev/null || true)
    [ -n "$id" ] && [ -d "/proc/$id" ] && return
    say "The database was gone and is being started again."
    for _ in $(seq 20); do
        as_pg "$pg_bin/pg_ctl" -D "$pg_folder" -w -l "$pg_folder/log" -o "$pg_options" start >/dev/null 2>&1 && return
        sleep 0.5
    done
    say "The database does not start; $pg_folder/log says why. It is tried again."
}

# Ends what a Stasimon for this folder has left that was killed: only processes that carry its name in their environment.
end_predecessors() {
    local id turn found told=
    for turn in TERM TERM KILL; do
        found=
        for id in /proc/[0-9]*; do
            id=${id#/proc/}
            [ "$id" = "$$" ] && continue
            if { tr '\0' '\n' <"/proc/$id/environ"; } 2>/dev/null | grep -qxF "STASIMON_SERVES=$1"; then
                kill "-$turn" "$id" 2>/dev/null && found=yes
            fi
        done
        # These two write over their environment; their supervisors have written down which groups they are.
        for id in $(cat "$1"/run/{web,php}.pid 2>/dev/null); do
            [[ "$(pgrep -l -g "$id" || true)" =~ nginx|php-fpm ]] && kill "-$turn" -- "-$id" 2>/dev/null && found=yes
        done
        [ -n "$found" ] || return 0
        [ -n "${told:-}" ] || say "Ending what an earlier start has left"
        told=yes
        sleep 0.7
    done
}

# Serves both depots, Slipway at port $1 and Tidepool at $2.
start_depots() {
    local logs=$STASIMON_VAR/logs
    mkdir -p "$logs"
    serve slipway "$logs/slipway.log" env DEPOT_FOLDER="$STASIMON_VAR/depots/slipway" PHP_CLI_SERVER_WORKERS=4 php -S "127.0.0.1:$1" "$root/standins/depot/server.php"
    serve tidepool "$logs/tidepool.log" env DEPOT_FOLDER="$STASIMON_VAR/depots/tidepool" PHP_CLI_SERVER_WORKERS=4 php -S "127.0.0.1:$2" "$root/standins/depot/server.php"
    for _ in $(seq 100); do port_taken "$1" && port_taken "$2" && break; sleep 0.1; done
}

# Serves the pages at port $1: nginx in front, and behind it the processes of PHP, which it alone speaks to.
serve_web() {
    local folder=$STASIMON_VAR/web file as='' processes=${STASIMON_WEB_PROCESSES:-4}
    # Requests that were broken off have left their files here.
    rm -rf "$folder"
    (umask 077; mkdir -p "$folder"/{body,answers,unused,tmp})
    web_socket=$folder/php.sock
    # The name of a socket is at most 107 bytes long (unix(7)).
    if [ ${#web_socket} -gt 100 ]; then web_socket=$(mktemp -d /tmp/stasimon-web.XXXXXX)/php.sock; fi
    [ "$(id -u)" -eq 0 ] && as=root
    for file in nginx.conf fpm.conf; do
        sed -e "s|@web@|$folder|g; s|@root@|$root|g; s|@port@|$1|g; s|@socket@|$web_socket|g; s|@processes@|$processes|g; s|@logs@|$STASIMON_VAR/logs|g" \
            -e "s|^@user@$|$([ -z "$as" ] || { [ "$file" = nginx.conf ] && echo 'user root;' || printf 'user = root\\ngroup = root'; })|" "bin/web/$file" >"$folder/$file"
    done
    # shellcheck disable=SC2086
    serve php "$STASIMON_VAR/logs/php.log" env TMPDIR="$folder/tmp" /usr/sbin/php-fpm8.2 $php_quick ${as:+--allow-to-run-as-root} --nodaemonize --fpm-config "$folder/fpm.conf"
    serve web "$STASIMON_VAR/logs/web.log" /usr/sbin/nginx -c "$folder/nginx.conf" -e stderr
}

# Starts depots, workers and web server for the environment above.
start_servers() {
    local web=$1 logs=$STASIMON_VAR/logs
    mkdir -p "$logs"
    start_depots "$2" "$3"
    rm -f "$APP_CONFIG_CACHE" "$APP_ROUTES_CACHE"
    export DB_PERSISTENT=true
    php artisan config:cache --quiet && php artisan route:cache --quiet || fail "The configuration could not be read; storage/logs/laravel.log says why."
    # The configuration is cached for the web; a worker says by its own environment what it is.
    php artisan stasimon:recover || say "Not everything could be looked over; storage/logs/laravel.log says why. What is not broken goes on."
    php artisan stasimon:demo ${4:-} || say "The demo could not be loaded; storage/logs/laravel.log says why. What is there goes on."
    # A worker that ends, in whatever way, is followed by another; after 1,000 jobs one makes room for a fresh one by itself.
    for n in 1 2; do
        # shellcheck disable=SC2086
        serve "worker-$n" "$logs/worker-$n.log" env STASIMON_ROLE="stasimon worker" php $php_quick -d memory_limit=1G artisan queue:work --sleep=0.2 --tries=1 --timeout=1800 --memory=256 --max-jobs=1000 --quiet
    done
    serve tender "$logs/tender.log" env STASIMON_ROLE="stasimon tender" php artisan stasimon:tend
    serve_web "$web"
    for _ in $(seq 100); do port_taken "$web" && [ -S "$web_socket" ] && return; sleep 0.1; done
    fail "The web server did not start; $logs/web.log says why."
}

stop_servers() {
    local name
    for name in "${served_names[@]}"; do kill -TERM "${served[$name]}" 2>/dev/null || true; done
    for name in "${served_names[@]}"; do wait "${served[$name]}" 2>/dev/null || true; done
    served_names=() served_commands=() served=()
    case "${web_socket:-}" in /tmp/stasimon-web.*) rm -rf "$(dirname "$web_socket")" ;; esac
}
