# Shared by the commands in bin/: puts in place what a fresh Debian machine lacks.
# Sourced from the project root; every function is quick and silent when there is nothing to do.
export ASTRO_TELEMETRY_DISABLED=1
mkdir -p var

say() { printf 'brass-nut: %s\n' "$*"; }
fail() { printf 'brass-nut: %s\n' "$*" >&2; exit 1; }

need_node() {
  command -v node >/dev/null || fail "Node.js 20 or newer is needed; install it and run this again."
  node -e 'process.exit(Number(process.versions.node.split(".")[0]) >= 20 ? 0 : 1)' \
    || fail "Node.js 20 or newer is needed; this is $(node --version)."
}

# npm ci when the lock file, a patch of a package or the Node version changed since the last install.
need_packages() {
  local stamp now
  stamp=node_modules/.brass-nut-installed
  now="$(cat package-lock.json patches/*.patch | sha256sum | cut -d' ' -f1) $(node --version)"
  if [ "$(cat "$stamp" 2>/dev/null)" != "$now" ]; then
    say "installing npm packages ..."
    npm ci --no-audit --no-fund --loglevel=error || fail "npm ci failed; the messages above say why."
    printf '%s' "$now" >"$stamp"
  fi
}

# As root directly, else through sudo without a prompt, else a clear message.
as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"
  elif sudo -n true 2>/dev/null; then sudo -n "$@"
  else return 77
  fi
}

apt_install() {
  say "installing $* from Debian's packages ..."
  as_root env DEBIAN_FRONTEND=noninteractive apt-get update -qq \
    && as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >/dev/null
}

need_postgres() {
  ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 && return
  # Debian would start a cluster of its own on installing; this machine only needs the programs.
  as_root mkdir -p /etc/postgresql-common \
    || fail "PostgreSQL is missing and this user may not install it. Run: sudo apt-get install postgresql"
  [ -e /etc/postgresql-common/createcluster.conf ] \
    || echo 'create_main_cluster = false' | as_root tee /etc/postgresql-common/createcluster.conf >/dev/null
  apt_install postgresql || fail "installing PostgreSQL failed. Run: sudo apt-get install postgresql"
}

# The same engine without a window runs the tests a third faster; where it cannot be had, chromium alone will do.
need_chromium() {
  command -v chromium >/dev/null \
    || apt_install chromium || fail "Chromium is needed for the tests. Run: sudo apt-get install chromium"
  command -v chromium-headless-shell >/dev/null || [ -e var/no-headless-shell ] \
    || apt_install chromium-headless-shell || touch var/no-headless-shell
}

# One installer at a time: bin/start and bin/test may run beside each other.
prepare() {
  need_node
  exec 9>var/install.lock
  flock 9
  need_packages
  need_postgres
  [ "${1:-}" = with-chromium ] && need_chromium
  flock -u 9
  exec 9>&-
}
