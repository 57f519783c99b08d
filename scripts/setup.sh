# Shared by ./run and ./test: installs what is missing and builds what has changed. Sourced, not run.
here=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
stamps="$here/.stamps"
mkdir -p "$stamps"

say() { printf '%s\n' "$*"; }

# newer STAMP PATH...: true when a file below the paths is newer than the stamp, or the stamp is missing
newer() {
  local stamp="$stamps/$1"; shift
  [ -f "$stamp" ] || return 0
  [ -n "$(find "$@" \( -name node_modules -o -name bin -o -name obj -o -name dist \) -prune -o -type f -newer "$stamp" -print -quit 2>/dev/null)" ]
}

need() {
  command -v "$1" >/dev/null 2>&1 && return 0
  say "Installing $2 …"
  local as_root=""
  [ "$(id -u)" = 0 ] || as_root="sudo"
  $as_root apt-get update -qq >/dev/null && $as_root apt-get install -y -qq $2 >/dev/null
}

check_sdk() {
  command -v dotnet >/dev/null 2>&1 || { say "The .NET 10 SDK is needed: https://dotnet.microsoft.com"; exit 1; }
}

build_assets() {
  need node "nodejs npm"
  cd "$here/src/ZestySlate.Web"
  if newer npm package-lock.json || [ ! -d node_modules ]; then
    say "Installing script and style tools …"
    npm ci --no-audit --no-fund --loglevel=error >/dev/null
    touch "$stamps/npm"
  fi
  if newer assets Scripts Styles Pages Authoring Backdrops Contents Learning Locks Media Questions Teaching ../ZestySlate.Player ../../docs/screenshots package.json build.mjs || [ ! -d wwwroot/dist ]; then
    say "Building scripts and styles …"
    npm run -s check
    npm run -s build 2>/dev/null
    touch "$stamps/assets"
  fi
  cd "$here"
}

# build_dotnet STAMP CONFIGURATION PROJECT-OR-SOLUTION PATH...
build_dotnet() {
  local stamp=$1 configuration=$2 what=$3; shift 3
  if newer "$stamp" "$@" Directory.Build.props Directory.Packages.props global.json; then
    say "Building …"
    dotnet build "$what" -c "$configuration" --nologo -v quiet "-clp:ErrorsOnly;NoSummary"
    touch "$stamps/$stamp"
  fi
}
