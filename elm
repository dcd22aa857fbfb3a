#!/usr/bin/env bash
# Elm Table's launcher: installs what is missing, builds, and starts things. `./elm help` lists what it can do.
set -euo pipefail
here=$(cd "$(dirname "${BASH_SOURCE[0]}")" && pwd)
jar="$here/server/target/elm-table.jar"

# Java names files by the letters of the locale. Where that is not set, as in many containers, they are those of ASCII,
# and a file that is named with others could not be opened.
case "${LC_ALL:-${LC_CTYPE:-${LANG:-}}}" in
  *[Uu][Tt][Ff]8 | *[Uu][Tt][Ff]-8) ;;
  *) export LC_ALL=C.UTF-8 ;;
esac

say() { printf '%s\n' "$*" >&2; }
stop() { say "$@"; exit 2; }

# The newest JDK from 21 on: JAVA_HOME if it is one, else the ones installed side by side.
find_jdk() {
  local candidate version best='' best_version=20
  for candidate in "${JAVA_HOME:-}" /usr/lib/jvm/* /opt/java/* /Library/Java/JavaVirtualMachines/*/Contents/Home; do
    [ -x "$candidate/bin/javac" ] && [ -f "$candidate/release" ] || continue
    version=$(sed -n 's/^JAVA_VERSION="\([0-9]*\).*/\1/p' "$candidate/release")
    [ -n "$version" ] && [ "$version" -gt "$best_version" ] || continue
    best=$candidate best_version=$version
  done
  [ -n "$best" ] || stop "No JDK 21 or newer was found in JAVA_HOME or /usr/lib/jvm." \
    "Install one (Debian: apt-get install openjdk-21-jdk, or any vendor's) and try again."
  export JAVA_HOME=$best
}

need_command() { command -v "$1" >/dev/null 2>&1 || stop "$1 is needed and was not found. $2"; }

# Installs programs from Debian's packages: the programs that are needed, `--`, the packages that have them.
need_programs() {
  local missing=0
  while [ "$1" != -- ]; do command -v "$1" >/dev/null 2>&1 || missing=1; shift; done
  shift
  [ "$missing" = 1 ] || return 0
  local sudo=''
  [ "$(id -u)" = 0 ] || sudo=sudo
  command -v apt-get >/dev/null 2>&1 || stop "A browser was not found; install the packages $*."
  say "Installing $* from Debian's packages ..."
  $sudo apt-get update -qq
  DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq --no-install-recommends "$@" >&2
}

need_browser() { need_programs chromium chromedriver -- chromium chromium-driver; }

# All of one version, as the driver asks for.
need_headless_shell() {
  command -v chrome-headless-shell >/dev/null 2>&1 ||
    need_programs chromium-headless-shell -- chromium chromium-driver chromium-headless-shell
}

need_firefox() { command -v firefox >/dev/null 2>&1 || need_programs firefox-esr -- firefox-esr; }

# Other browsers are there only for projects that ask for them.
need_browsers_of() {
  need_browser
  if grep -rqsiE '^kind: *firefox' --include='*.elmt' "$1"; then need_firefox; fi
  if grep -rqsiE '^kind: *chrome[- _]headless' --include='*.elmt' "$1"; then need_headless_shell; fi
}

# `file` lists what a build was made from; nothing is built again while that has not changed.
sources() {
  (cd "$here" && find pom.xml core webdriver demo demo-site server web \
    \( -name target -o -name node_modules -o -name dist -o -path '*/src/test' \) -prune -o -type f -printf '%p %s %T@\n' | sort | cksum)
}

build() {
  find_jdk
  need_command mvn "Install Apache Maven 3.8 or newer."
  need_command npm "Install Node.js 20 or newer with npm."
  local stamp="$here/server/target/built-from"
  if [ -f "$jar" ] && [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$(sources)" ]; then
    # The tests build as well, and leave the warm-up to the first start.
    [ -f "$(start_cache)" ] || warm_up
    return
  fi
  say "Building ..."
  (cd "$here" && mvn -q -DskipTests -Dspotless.check.skip=true -pl server,demo-site -am package) >&2
  sources >"$stamp"
  warm_up
}

# What one start of a new build loaded is kept for the starts after it, which halves them. JDKs from 24 on keep
# more of it, in a file of another kind.
java_options() {
  printf '%s\n' -XX:+UseSerialGC --enable-native-access=ALL-UNNAMED -Xlog:disable -Xlog:all=error:stderr
  # Ten times what a JDK asks for before it optimises a method: as it comes, that takes a processor from the browser
  # for minutes after a start, and each key that is typed waits for it.
  printf '%s\n' -XX:Tier4InvocationThreshold=50000 -XX:Tier4MinInvocationThreshold=6000 \
    -XX:Tier4CompileThreshold=150000 -XX:Tier4BackEdgeThreshold=400000
  [ -f "$(start_cache)" ] || return 0
  if keeps_more; then printf '%s\n' "-XX:AOTCache=$(start_cache)"
  else printf '%s\n' "-XX:SharedArchiveFile=$(start_cache)"; fi
}

start_cache() {
  if keeps_more; then printf '%s' "$here/.elm/start.aot"; else printf '%s' "$here/.elm/start.jsa"; fi
}

keeps_more() { grep -Eq '^JAVA_VERSION="(2[4-9]|[3-9][0-9])' "$JAVA_HOME/release"; }

warm_up() {
  local scratch keep
  mkdir -p "$here/.elm"
  rm -f "$here"/.elm/start.*
  scratch=$(mktemp -d)
  if keeps_more; then keep="-XX:AOTCacheOutput=$here/.elm/start.aot"
  else keep="-XX:ArchiveClassesAtExit=$here/.elm/start.jsa"; fi
  # Without the file a start only takes longer, so a failure here stops nothing; its reason stays in the log.
  "$JAVA_HOME/bin/java" -XX:+UseSerialGC --enable-native-access=ALL-UNNAMED "$keep" -jar "$jar" \
    serve "$here/demo" --no-folder --data "$scratch" --port 0 --warm-up >"$here/.elm/warm-up.log" 2>&1 || true
  rm -rf "$scratch"
}

demo() {
  need_browsers_of "$here/demo"
  build
  find_jdk
  # It works on a copy, so that trying things never changes the checkout.
  local project="$here/.elm/demo-project"
  [ "${1:-}" = --fresh ] && rm -rf "$project" && shift
  [ -d "$project" ] || { mkdir -p "$project" && cp -R "$here/demo/." "$project"; }
  local port=${ELM_PORT:-8080} site_pid server_pid
  mapfile -t options < <(java_options)
  # The demo project's environments name these ports.
  "$JAVA_HOME/bin/java" -XX:+UseSerialGC -jar "$here/demo-site/target/demo-site.jar" --port 8090 --defects-port 8091 &
  site_pid=$!
  "$JAVA_HOME/bin/java" "${options[@]}" -jar "$jar" \
    serve "$project" --name "Emberwick Kilns" --port "$port" "$@" &
  server_pid=$!
  trap 'kill "$site_pid" "$server_pid" 2>/dev/null || true; wait' EXIT
  trap 'exit 0' INT TERM
  # When either ends, as over a port that is taken, it has said why; the other is of no use alone.
  wait -n
}

tests() {
  need_browser
  need_headless_shell
  need_firefox
  find_jdk
  need_command mvn "Install Apache Maven 3.8 or newer."
  need_command npm "Install Node.js 20 or newer with npm."
  # The interface is built and tested beside the client of the browsers, whose tests also wait.
  (cd "$here" && mvn -B -T 2 verify "$@")
  rm -f "$here"/.elm/start.*
  sources >"$here/server/target/built-from"
}

case "${1:-help}" in
  demo) shift; demo "$@" ;;
  test) shift; tests "$@" ;;
  format) find_jdk; (cd "$here" && mvn -q spotless:apply && cd web && npm run --silent format) ;;
  bench) shift
    if [ "${1:-}" = sheet ] || [ "${1:-}" = live ]; then
      need_browser; build
      # The program that was just built, started as it is for people.
      exec mvn -q -B -f "$here/pom.xml" verify -Dspotless.check.skip=true -pl journeys -am -Dtest=none \
        -Dsurefire.failIfNoSpecifiedTests=false -Dfailsafe.failIfNoSpecifiedTests=false \
        -Dshade.skip=true "-Djourneys.java=$(java_options | paste -sd ' ')" "-Dit.test=$([ "$1" = sheet ] && echo Sheet || echo Live)Benchmark"
    fi
    if [ "${1:-}" = browser ]; then need_browser; need_headless_shell; need_firefox; fi
    if [ "${1:-}" = many ]; then set -- many "$here/server/target/elm-table.jar"; fi
    if [ "${1:-}" = demo ]; then need_browser; set -- demo "$here/server/target/elm-table.jar" "$here/demo"; fi
    build; find_jdk; (cd "$here" && mvn -q -DskipTests -Dspotless.check.skip=true -pl bench -am package) >&2
    exec "$JAVA_HOME/bin/java" -XX:+UseSerialGC -jar "$here/bench/target/bench.jar" "$@" ;;
  screenshots) shift; need_browser; build; (cd "$here" && mvn -q -B verify -Dspotless.check.skip=true -Pscreenshots -pl journeys -am "$@") ;;
  build) build ;;
  help | --help | -h)
    cat <<'HELP'
./elm demo [--fresh]     installs what is missing, builds, starts Elm Table and the demo application
./elm test               installs what is missing, builds, runs every test
./elm serve [DIR]        starts the server (--help for its options)
./elm check DIR          lists the problems of a project folder
./elm plan DIR           lists the executable cases of a project folder
./elm run DIR            runs them (--tags EXPR, --out DIR)
./elm data DIR NAME      prints a data set as it is shaped
./elm values DIR         lists the values that runs keep for later ones, or forgets them
./elm keywords DIR       writes the reference of the keywords as a page (--out FILE)
./elm outline FILE       shows what is in a feature
./elm convert FILE       prints a suite as a feature, or the other way round (--to)
./elm bench [NAME]       prints the benchmarks' figures; sheet, live or browser: those in browsers;
                         many: a million cases; demo: what a kept sign-in saves
./elm format             formats all sources
./elm screenshots        makes docs/screenshots anew from the demo
HELP
    ;;
  *) build; find_jdk
    if [ "$1" = run ]; then
      # The first argument that is a folder is the project's.
      for folder in "${@:2}" "$here/demo"; do [ -d "$folder" ] && break; done
      need_browsers_of "$folder"
    fi
    mapfile -t options < <(java_options)
    # What ends within seconds is over before the optimising compiler has paid for itself.
    case "$1" in check | plan | print | keywords | outline | convert | values) options+=(-XX:TieredStopAtLevel=1) ;; esac
    exec "$JAVA_HOME/bin/java" "${options[@]}" -jar "$jar" "$@" ;;
esac
