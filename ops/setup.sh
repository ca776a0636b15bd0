#!/usr/bin/env bash
# Installs what is missing: Debian packages, the Python environment, the front end's packages and build.
# Usage: ops/setup.sh demo | test. Does nothing that is done already.
set -euo pipefail
cd "$(dirname "$0")/.."
what=${1:-demo}
say() { printf '%s\n' "$*" >&2; }

missing=()
compgen -G '/usr/lib/postgresql/*/bin/initdb' >/dev/null || missing+=(postgresql)
python3 -c 'import ensurepip, venv' 2>/dev/null || missing+=(python3-venv)
if [ "$what" = test ] && ! command -v chromium-headless-shell >/dev/null && ! command -v chromium >/dev/null; then
  missing+=(chromium-headless-shell)
fi
if [ "$what" = test ] && ! command -v certutil >/dev/null; then missing+=(libnss3-tools); fi
if [ ${#missing[@]} -gt 0 ]; then
  install=(apt-get install -y --no-install-recommends "${missing[@]}")
  if [ "$(id -u)" = 0 ]; then
    as_root=(env DEBIAN_FRONTEND=noninteractive)
  elif sudo -n true 2>/dev/null; then
    as_root=(sudo env DEBIAN_FRONTEND=noninteractive)
  else
    say "These Debian packages are missing, and installing them needs root. Run this, then the same again:"
    say "  sudo ${install[*]}"
    exit 3
  fi
  say "Installing ${missing[*]} ..."
  "${as_root[@]}" apt-get update -qq
  "${as_root[@]}" "${install[@]}" -qq >/dev/null
fi

# The proxies of the docs are tried as programs alone: installed, they would begin to serve this machine.
if [ "$what" = test ]; then
  for proxy in nginx:nginx caddy:caddy; do
    if ! command -v "${proxy#*:}" >/dev/null && ! compgen -G ".data/proxies/usr/*bin/${proxy#*:}" >/dev/null; then
      mkdir -p .data/proxies
      (cd .data/proxies && apt-get download -qq "${proxy%:*}" >/dev/null 2>&1 && dpkg -x "${proxy%:*}"_*.deb . && rm -f ./*.deb) ||
        say "${proxy%:*} cannot be fetched; its test will say so"
    fi
  done
fi

python3 -c 'import sys; sys.exit(sys.version_info[:2] != (3, 11))' || { say "Python 3.11 is needed; $(python3 -V) is here."; exit 3; }
lock=requirements.lock
[ "$what" = demo ] || lock=requirements-dev.lock
stamp=".venv/installed-$(sha256sum "$lock" | cut -c1-16)"
# What the tests need holds all that the demo needs.
dev_stamp=".venv/installed-$(sha256sum requirements-dev.lock | cut -c1-16)"
if [ ! -e "$stamp" ] && [ ! -e "$dev_stamp" ]; then
  say "Installing the Python packages ..."
  [ -x .venv/bin/python ] || python3 -m venv .venv
  rm -f .venv/installed-*
  pip=(.venv/bin/python -m pip --disable-pip-version-check install --quiet --require-hashes -r)
  # uv is several times as fast; where it cannot reach what pip is set up to reach, pip does it.
  if ! { "${pip[@]}" requirements-uv.lock && .venv/bin/uv pip install --quiet --compile-bytecode --require-hashes -r "$lock"; }; then
    say "... once more, with pip"
    "${pip[@]}" "$lock"
  fi
  .venv/bin/python -m pip --disable-pip-version-check install --quiet --no-deps --no-build-isolation --editable .
  touch "$stamp"
fi

stamp="web/node_modules/.installed-$(sha256sum web/package-lock.json web/.npmrc | sha256sum | cut -c1-16)"
if [ ! -e "$stamp" ]; then
  say "Installing the front end's packages ..."
  (cd web && npm ci --loglevel=error --no-progress)
  touch "$stamp"
fi

sources=$(find web \( -path web/node_modules -o -path web/dist -o -path web/src/api/schema.d.ts \) -prune -o -type f -print0 | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -c1-16)
if [ "$(cat web/dist/.built 2>/dev/null)" != "$sources" ]; then
  say "Building the front end ..."
  (cd web && npm run --silent build >/dev/null)
  printf '%s' "$sources" >web/dist/.built
fi
