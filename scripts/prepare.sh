# What ./start and ./test share: finding, installing and building what they need.
# Sourced with the project's folder as the working folder.

fail() { printf '✗ %s\n' "$*" >&2; exit 1; }

# step WHAT COMMAND...: runs quietly, prints a line with a tick and the time, and
# what the command said where it fails.
step() {
  local what=$1 log began; shift
  log=$(mktemp); began=$(date +%s%N)
  if ! "$@" >"$log" 2>&1; then
    printf '✗ %s\n' "$what" >&2; tail -n 40 "$log" >&2; rm -f "$log"; exit 1
  fi
  rm -f "$log"
  printf '✓ %-46s %6.1f s\n' "$what" "$(awk "BEGIN { print ($(date +%s%N) - $began) / 1e9 }")"
}

for tool in go node npm; do
  command -v $tool >/dev/null || fail "$tool is not installed; install Go 1.26 and Node 20 or newer, then try again"
done
mkdir -p bin tmp
export GOFLAGS="${GOFLAGS:-} -buildvcs=false"

# missing PACKAGE...: those of Debian's packages that are not there.
missing() {
  local p
  for p in "$@"; do
    case $p in
      postgresql) compgen -G '/usr/lib/postgresql/*/bin/postgres' >/dev/null || echo "$p" ;;
      *) command -v "$p" >/dev/null || echo "$p" ;;
    esac
  done
}

install_packages() {
  mkdir -p /etc/postgresql-common
  # no server of Debian's own: the ledger starts its own in its folder
  [ -e /etc/postgresql-common/createcluster.conf ] || echo 'create_main_cluster = false' >/etc/postgresql-common/createcluster.conf
  apt-get update
  DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "$@"
}

need_packages() {
  local list; list=$(missing "$@" | tr '\n' ' ')
  [ -n "${list// /}" ] || return 0
  [ "$(id -u)" = 0 ] || fail "not installed: $list— an administrator runs: apt-get install $list"
  # shellcheck disable=SC2086
  step "Debian's packages: $list" install_packages $list
}

# newer TARGET PATH...: tells whether a file below the paths is newer than the target.
newer() {
  local target=$1; shift
  [ ! -e "$target" ] || [ -n "$(find "$@" -newer "$target" -type f -print -quit 2>/dev/null)" ]
}

install_npm() { (cd ui && npm ci --no-audit --no-fund && touch node_modules/.installed); }
build_ui() { (cd ui && npm run build && cp public/.gitkeep dist/.gitkeep && touch dist/.built); }
build_program() { go build -o bin/mothledger ./cmd/mothledger && touch bin/mothledger; }

need_npm() { newer ui/node_modules/.installed ui/package-lock.json && step "front end's packages" install_npm; return 0; }

need_front_end() {
  if newer ui/dist/.built ui/src ui/public ui/index.html ui/vite.config.ts ui/package-lock.json; then
    need_npm
    step "front end built" build_ui
  fi
}

need_program() {
  newer bin/mothledger cmd core demo exchange ledger localpg store ui/dist ui/embed.go web go.mod go.sum && step "program built" build_program
  return 0
}
