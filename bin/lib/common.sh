# Shared by bin/start, bin/test and bin/benchmark: words, timing, users. Sourced, not run.
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
program=$(basename "$0")

die() { printf '%s: %s\n' "$program" "$*" >&2; exit 1; }

# step WORDS COMMAND... : says what is going on and how long it took; its output is shown only when it fails.
# The command runs in a shell of its own: inside a condition bash would go on after a failing line and call the whole a success.
step_pid=
step() {
  local words=$1 log begin end; shift
  log=$(mktemp); begin=$(date +%s.%N)
  printf '  %-46s' "$words"
  ( set -e; "$@" ) >"$log" 2>&1 9>&- &
  step_pid=$!
  if wait "$step_pid"; then
    step_pid=
    end=$(date +%s.%N); printf '%6.1f s\n' "$(echo "$end - $begin" | awk "{print \$1-\$3}")"
    rm -f "$log"
  else
    step_pid=
    printf 'failed\n'; tail -40 "$log" >&2; rm -f "$log"; die "$words failed"
  fi
}

# As root, PostgreSQL and the web servers give root up.
if [ "$(id -u)" = 0 ]; then database_user=postgres web_user=www-data; else database_user=$(id -un) web_user=$database_user; fi

# as USER COMMAND... : replaces this process; --pdeathsig ends the command when the script is killed
as() {
  local user=$1; shift
  if [ "$(id -u)" = 0 ]; then exec setpriv --reuid="$user" --regid="$(id -gn "$user")" --init-groups --inh-caps=-all --pdeathsig TERM -- "$@"
  else exec setpriv --pdeathsig TERM -- "$@"; fi
}
run_as() { ( as "$@" ); }

own() { # own USER FOLDER MODE
  mkdir -p "$2"; [ "$(id -u)" != 0 ] || chown "$1": "$2"; chmod "$3" "$2"
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_block() { # free_block FROM COUNT : the first of so many in a row that nobody listens on
  local port=$1 i
  while true; do
    for ((i = 0; i < $2; i++)); do ! port_taken $((port + i)) || break; done
    [ "$i" -lt "$2" ] || break
    port=$((port + i + 1))
  done
  echo "$port"
}

free_port() { # free_port FROM : the first port from there on that nobody listens on
  local port=$1
  while port_taken "$port"; do port=$((port + 1)); done
  echo "$port"
}
