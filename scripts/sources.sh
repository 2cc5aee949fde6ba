#!/usr/bin/env bash
# Prints one fingerprint of everything that the build reads.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
find app cli core db server sim standins tests/bench scripts public package-lock.json ./*.ts -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-64
