# Sourced by bin/demo and bin/test: sets up what is missing, quickly when nothing is.
# Everything goes into .venv and web/node_modules of this checkout.

steeple_root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$steeple_root" || exit 1
stamps="$steeple_root/.venv/stamps"

say() { printf '%s\n' "$*" >&2; }
give_up() { say "steeple: $*"; exit 1; }
hash_of() { cat "$@" | sha256sum | cut -d' ' -f1; }
is_done() { [ -f "$stamps/$1" ] && [ "$(cat "$stamps/$1")" = "$2" ]; }
mark_done() { mkdir -p "$stamps" && printf '%s' "$2" > "$stamps/$1"; }

find_python() {
  local name
  for name in python3 python3.13 python3.12 python3.11; do
    if command -v "$name" > /dev/null 2>&1 \
      && "$name" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2> /dev/null; then
      printf '%s' "$name"
      return
    fi
  done
  give_up "Python 3.11 or newer is missing. On Debian: apt-get install python3 python3-venv"
}

need_node() {
  command -v node > /dev/null 2>&1 && command -v npm > /dev/null 2>&1 \
    || give_up "Node 20.19 or newer with npm is missing. On Debian: apt-get install nodejs npm"
  node -e 'const [a, b] = process.versions.node.split(".").map(Number);
           process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)' \
    || give_up "Node $(node --version) is too old; 20.19 or newer is needed."
}

# Python packages: the runtime lock for the demo; the development lock, which contains it, for tests.
set_up_python() {
  local lock="requirements/$1.lock" want python
  want=$(hash_of "$lock" pyproject.toml)
  if [ -x .venv/bin/python ] && { is_done "python-$1" "$want" \
    || { [ "$1" = runtime ] && is_done python-dev "$(hash_of requirements/dev.lock pyproject.toml)"; }; }; then
    return
  fi
  python=$(find_python) || exit 1
  say "Installing Python packages ($lock) ..."
  [ -x .venv/bin/python ] || "$python" -m venv .venv \
    || give_up "The virtual environment cannot be made. On Debian: apt-get install python3-venv"
  .venv/bin/python -m pip install --quiet --disable-pip-version-check --require-hashes -r "$lock" \
    || give_up "Python packages could not be installed. The package registry must be reachable once."
  .venv/bin/python -m pip install --quiet --disable-pip-version-check --no-deps \
    --no-build-isolation --editable . || give_up "Steeple itself could not be installed."
  mark_done "python-$1" "$want"
}

# The compiled loops of the core, so that nobody waits for them later.
warm_kernels() {
  local want
  # shellcheck disable=SC2046 — no file name here has a space in it.
  want=$(hash_of $(grep -rlE --include='*.py' '^@[a-z_]*loop' src/steeple/core | sort))
  is_done kernels "$want" && return
  say "Compiling the loops of the core ..."
  # A compiled loop does not notice that one it calls has changed.
  find src/steeple/core -name '*.nb[ci]' -delete
  .venv/bin/steeple warm > /dev/null || give_up "The loops of the core could not be compiled."
  mark_done kernels "$want"
}

set_up_node() {
  local want
  want=$(hash_of web/package.json web/package-lock.json)
  if [ -d web/node_modules ] && is_done node "$want"; then return; fi
  need_node
  say "Installing packages of the interface ..."
  (cd web && npm ci --no-progress --loglevel=error) \
    || give_up "Packages of the interface could not be installed. The package registry must be reachable once."
  mark_done node "$want"
}

# The types of the interface's client come out of the description of the API; nobody writes them.
make_client() {
  local want
  want=$(hash_of docs/openapi.json web/package-lock.json)
  if [ -f web/src/api/schema.d.ts ] && is_done client "$want"; then return; fi
  set_up_node
  (cd web && npm run --silent client -- -o src/api/schema.d.ts > /dev/null) \
    || give_up "The client of the interface could not be made from docs/openapi.json."
  mark_done client "$want"
}

build_pages() {
  local want
  make_client
  # The guide in the application is the one of the documents, with its pictures.
  want=$(find web docs/guide.md docs/screenshots -path web/node_modules -prune -o -type f -print0 | LC_ALL=C sort -z \
    | xargs -0 cat | sha256sum | cut -d' ' -f1)
  if [ -f src/steeple/web_dist/index.html ] && is_done pages "$want"; then return; fi
  set_up_node
  say "Building the pages ..."
  (cd web && npm run --silent build > ../.venv/build.log 2>&1) \
    || { cat .venv/build.log >&2; give_up "The pages could not be built."; }
  mark_done pages "$want"
}

need_chromium() {
  command -v chromium > /dev/null 2>&1 && return
  if [ "$(id -u)" = 0 ] && command -v apt-get > /dev/null 2>&1; then
    say "Installing Debian's chromium for the tests of the interface ..."
    apt-get update -qq > /dev/null && apt-get install -y -qq chromium > /dev/null 2>&1
  fi
  command -v chromium > /dev/null 2>&1 \
    || give_up "The tests of the interface need a browser. On Debian: apt-get install chromium"
}
