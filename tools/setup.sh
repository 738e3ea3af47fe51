# What the scripts share: installs what a fresh Debian machine lacks, or says in one line what to install.

packages() { # packages NAME... : installs those that are missing, as root; otherwise says what to do
  local missing=()
  for name in "$@"; do dpkg -s "$name" >/dev/null 2>&1 || missing+=("$name"); done
  [ ${#missing[@]} -eq 0 ] && return 0
  if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
    echo "installing ${missing[*]} …" >&2
    { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}"; } >/dev/null 2>&1 && return 0
  fi
  echo "please install: sudo apt-get install ${missing[*]}" >&2
  return 1
}

need_java() {
  command -v javac >/dev/null || packages default-jdk-headless
  command -v javac >/dev/null || { echo "please install a JDK of version 17 or newer: sudo apt-get install default-jdk" >&2; exit 1; }
}

need_maven() {
  command -v mvn >/dev/null || packages maven || exit 1
}

need_window() { # what a JavaFX window needs from the system
  if command -v dpkg >/dev/null; then packages libgtk-3-0 libgl1 libxtst6 libxxf86vm1 libasound2 || exit 1; fi
  if [ -z "${DISPLAY:-}" ] && [ -z "${WAYLAND_DISPLAY:-}" ]; then
    echo "there is no display; set DISPLAY, or run under xvfb-run" >&2; exit 1
  fi
}

use_unicode() { # names of files outside ASCII cannot be said in a locale without Unicode
  case "$(locale charmap 2>/dev/null)" in UTF-8) ;; *) export LC_ALL=C.UTF-8 ;; esac
}

export_class_path() { # the jars as packaged; JavaFX goes on the module path
  SPARROW_CLASSES=
  for module in desktop cli paper devices core; do
    SPARROW_CLASSES+=$(ls "$root/$module/target/$module"-[0-9]*.jar):
  done
  for jar in "$root"/desktop/target/lib/*.jar; do SPARROW_CLASSES+=$jar:; done
  export SPARROW_CLASSES
}

# Who collects what the heap no longer needs. The music waits through every pause: so one whose pauses take a millisecond, where this
# Java has it, that begins early, for the heap is to stay small; elsewhere the smallest one, with a small young generation, since
# little lives between start and playing. Asked once for each Java.
collector() {
  local java known=$root/desktop/target/collector options
  java=$(readlink -f "$(command -v java)")
  if [ "$(head -n 1 "$known" 2>/dev/null)" != "$java" ]; then
    options="-XX:+UnlockExperimentalVMOptions -XX:+IgnoreUnrecognizedVMOptions -XX:+UseShenandoahGC -XX:ShenandoahGCHeuristics=compact -XX:ShenandoahAllocationThreshold=2 -XX:ShenandoahUncommitDelay=1000 -XX:ShenandoahUnloadClassesFrequency=10 -XX:ConcGCThreads=1"
    java $options -version >/dev/null 2>&1 || options="-XX:+UseSerialGC -Xmn8m -XX:MinHeapFreeRatio=20 -XX:MaxHeapFreeRatio=40"
    printf '%s\n%s\n' "$java" "$options" >"$known"
  fi
  tail -n 1 "$known"
}

# The flags of a window. C1 comes first for a quick start, C2 follows for the audio engine; what C2 needs while it works goes back
# to the system (a flag that not every Java knows); the toolkit keeps no pictures of backgrounds, 8 MiB of them, that are quicker
# painted than fetched; the compiler steps back behind what is heard and shown, as the workers do, or it would take a core to itself
# whenever something is done for the first time.
window_options() { # into the array OPTIONS, since the path of a folder may hold blanks
  local -a collects
  read -r -a collects <<<"$(collector)"
  OPTIONS=(-p "$root/desktop/target/javafx" --add-modules javafx.controls "${collects[@]}" -Xms26m -Xmx768m -XX:MaxDirectMemorySize=2304m
    -XX:+UnlockDiagnosticVMOptions -XX:-PrintWarnings -XX:ThreadPriorityPolicy=1 -XX:CompilerThreadPriority=8 -Xss512k
    -Dprism.dirtyregioncount=40 -Dprism.disableRegionCaching=true -XX:+IgnoreUnrecognizedVMOptions -XX:TrimNativeHeapInterval=1000
    -Xshare:auto -Xlog:disable -Xlog:all=error:stderr)
}

# How the C library keeps what the window's native parts and the compiler need for a while: in two places instead of one for each
# thread, and what is free at their ends goes back at once; otherwise 12 MiB of it lie about.
export MALLOC_ARENA_MAX=2 MALLOC_TRIM_THRESHOLD_=131072

archive=$root/desktop/target/sparrow.jsa

prepare_archive() { # a class archive makes every later start faster; without it the program starts all the same. Each Java has its own.
  local java
  java=$(readlink -f "$(command -v java)")
  [ -s "$archive" ] && [ "$archive" -nt "$root/desktop/target/built" ] && [ "$(cat "$archive.java" 2>/dev/null)" = "$java" ] && return 0
  echo "preparing a faster start …" >&2
  rm -f "$archive"
  ( # where it can be, on a display of its own: a window that comes and goes by itself is not for the user's
    if command -v Xvfb >/dev/null; then start_display; fi
    window_options
    java "${OPTIONS[@]}" -XX:ArchiveClassesAtExit="$archive" -Dprompt-sparrow.tellWhenUsable=true -Dprompt-sparrow.exitWhenComplete=true \
      -cp "$SPARROW_CLASSES" app.promptsparrow.desktop.Launcher demo >/dev/null 2>&1
  ) || rm -f "$archive"
  [ ! -s "$archive" ] || echo "$java" >"$archive.java"
}

build() { # build MODULE : packages a module and what it needs, if sources have changed since
  local module=$1 built=$root/$1/target/built
  if [ ! -e "$built" ] || [ -n "$(find "$root"/pom.xml "$root"/*/pom.xml "$root"/*/src/main -newer "$built" -print -quit)" ]; then
    need_maven
    echo "building Prompt Sparrow …" >&2
    (cd "$root" && mvn -B -ntp -q -pl "$module" -am package -Dmaven.test.skip=true) >&2
    touch "$root"/desktop/target/built "$built"
  fi
}

start_display() { # a display of its own for windows that nobody watches; ends with the script
  local number=80
  while [ -e "/tmp/.X11-unix/X$number" ] || [ -e "/tmp/.X$number-lock" ]; do number=$((number + 1)); done
  # keys do not repeat by themselves (-r): on a busy machine a press would be taken for a held key
  Xvfb ":$number" -screen 0 "${SCREEN:-1280x800x24}" -nolisten tcp -r >/dev/null 2>&1 &
  trap "kill $! 2>/dev/null || true" EXIT
  for _ in $(seq 100); do [ -e "/tmp/.X11-unix/X$number" ] && break; read -r -t 0.1 <> <(:) || true; done
  export DISPLAY=":$number" GDK_BACKEND=x11
  unset WAYLAND_DISPLAY
}
