# Staying up; read by the launcher. One process beside the application and the database looks after both: whatever has ended is
# started again, sooner at first and later if it keeps ending, until it gives up in words. It also makes the daily backups and
# keeps logs short.

# All of these are house conventions.
LOOK_EVERY="${RANGORDNUNG_LOOK_EVERY:-2}" # seconds
MOST_TRIES=10          # in a row, before it gives up
LONGEST_WAIT=15        # seconds between two tries
WELL_AFTER=60          # seconds after which a start counts as one that went well
ROOM_TO_START=30       # megabytes, below which nothing is started: it waits for room instead of giving up
LONGEST_LOG=10         # megabytes
DEAF=5                 # looks in a row at which the application does not answer, although it and the database run

# ---------------------------------------------------------------- whose process a file names

# When a process has begun, in clock ticks since the machine has; together with its number nothing else has both.
begun() { sed 's/.*) //' "/proc/$1/stat" 2>/dev/null | cut -d' ' -f20; }

# In one step, since others look at it all the time.
mark() {
  begun "$2" >"$1.begun.$BASHPID" && mv -f "$1.begun.$BASHPID" "$1.begun"
  printf '%s' "$2" >"$1.$BASHPID" && mv -f "$1.$BASHPID" "$1"
}

# alive FILE: whether the very process that the file names still runs
alive() {
  local pid; pid="$(cat "$1" 2>/dev/null)" && [[ "$pid" =~ ^[0-9]+$ ]] || return 1
  [ -s "$1.begun" ] && [ "$(begun "$pid")" = "$(cat "$1.begun")" ] && [ "$(sed 's/.*) //' "/proc/$pid/stat" | cut -c1)" != Z ]
}

unmark() { rm -f "$1" "$1.begun"; }

# end FILE SECONDS: asks the process to end, and ends it after a while
end() {
  alive "$1" || { unmark "$1"; return 0; }
  local pid; pid="$(cat "$1")"
  kill "$pid" 2>/dev/null || true
  for _ in $(seq "$(($2 * 10))"); do alive "$1" || break; sleep 0.1; done
  alive "$1" && kill -9 "$pid" 2>/dev/null || true
  unmark "$1"
}

# ---------------------------------------------------------------- an ordinary user

OWN_USER=rangordnung

own_user() {
  [ "$(id -u)" -eq 0 ] || return 0
  id "$OWN_USER" >/dev/null 2>&1 || useradd --system --no-create-home --shell /usr/sbin/nologin "$OWN_USER" \
    || fail "the user $OWN_USER could not be made" "make it by hand: useradd --system $OWN_USER"
  chmod 711 "$DATA" "$DATA/backups"
  [ -d "$DATA/authority" ] && chgrp -R "$OWN_USER" "$DATA/authority" && chmod 750 "$DATA/authority" && chmod 640 "$DATA"/authority/*
  [ -f "$DATA/authority/authority.p12" ] && chmod 600 "$DATA/authority/authority.p12"
  # a build that this user cannot read is copied to where it can
  if ! as_own test -r "$APP/rangordnung-app.jar"; then
    if [ "$APP/rangordnung-app.jar" -nt "$DATA/app/rangordnung-app.jar" ]; then rm -rf "$DATA/app"; cp -rp "$APP" "$DATA/app"; chmod -R a+rX "$DATA/app"; fi
    APP="$DATA/app"
  fi
}

as_own() { if [ "$(id -u)" -eq 0 ]; then runuser -u "$OWN_USER" -- "$@"; else "$@"; fi; }

# ---------------------------------------------------------------- the database's role

# The application owns its schema and nothing else; backups and restores are made by the owner of the cluster.
app_role() {
  [ -s "$DATA/app.secret" ] || (umask 077; secret >"$DATA/app.secret")
  APP_SECRET="$(cat "$DATA/app.secret")"
  PGPASSWORD="$DB_SECRET" "$(pg_bin)/psql" -X -q -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$DB_PORT" -U rangordnung -d rangordnung >/dev/null 2>"$DATA/role.log" <<SQL || { tail -n 2 "$DATA/role.log" >&2; return 1; }
set client_min_messages = warning;
do \$\$ begin
  if not exists (select from pg_roles where rolname = 'rangordnung_app') then create role rangordnung_app; end if;
end \$\$;
alter role rangordnung_app login nosuperuser nocreatedb nocreaterole noreplication password '$APP_SECRET';
revoke all on database rangordnung from public;
grant connect, temporary on database rangordnung to rangordnung_app;
alter schema public owner to rangordnung_app;
do \$\$ declare one record; begin
  for one in select c.oid::regclass as name, c.relkind as kind from pg_class c join pg_roles r on r.oid = c.relowner
      where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'p', 'v', 'S') and r.rolname <> 'rangordnung_app'
        and not exists (select from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i') and c.relkind = 'S') loop
    execute format('alter %s %s owner to rangordnung_app', case one.kind when 'S' then 'sequence' when 'v' then 'view' else 'table' end, one.name);
  end loop;
  for one in select p.oid::regprocedure as name from pg_proc p join pg_roles r on r.oid = p.proowner
      where p.pronamespace = 'public'::regnamespace and r.rolname <> 'rangordnung_app' loop
    execute format('alter function %s owner to rangordnung_app', one.name);
  end loop;
end \$\$;
SQL
}

# An older program refuses a newer database: it would not know what stands in it.
known_schema() {
  local stands; stands="$(PGPASSWORD="$DB_SECRET" PGHOST=127.0.0.1 PGPORT="$DB_PORT" PGUSER=rangordnung \
    sql rangordnung "select coalesce(max(version::int), 0) from flyway_schema_history where success" 2>/dev/null || printf 0)"
  [ "$stands" -le "$(newest_schema)" ] && return 0
  REASON="the data in $DATA were last used with a newer version of this product (schema $stands, this one knows $(newest_schema))"
  return 1
}

# Before a newer program changes the schema, what stands is kept; the older program can restore it.
before_newer_schema() {
  local stands; stands="$(with_database; sql rangordnung "select coalesce(max(version::int), 0) from flyway_schema_history where success" 2>/dev/null || printf 0)"
  [ "$stands" -gt 0 ] && [ "$stands" -lt "$(newest_schema)" ] || return 0
  (umask 077; mkdir -p "$DATA/backups")
  say "Keeping the data as they are before the change to a newer version …"
  export PGPASSWORD="$DB_SECRET" PGHOST=127.0.0.1 PGPORT="$DB_PORT" PGUSER=rangordnung
  backup_to "$DATA/backups/before-schema-$(newest_schema).backup"
}

# ---------------------------------------------------------------- starting, looking after

room() { df -Pm "$DATA" | awk 'NR == 2 { print $4 }'; }

database_answers() { "$(pg_bin)/pg_isready" -q -t 3 -h 127.0.0.1 -p "$DB_PORT"; }
application_answers() { curl -fs -m 5 "http://127.0.0.1:$SERVER_PORT/actuator/health/$1" >/dev/null 2>&1; }

# The application's way to the database, for whatever is started from here on.
where_the_data_are() {
  export LOGGING_STRUCTURED_FORMAT_CONSOLE=logstash # one JSON object a line
  export SPRING_DATASOURCE_URL="jdbc:postgresql://127.0.0.1:$DB_PORT/rangordnung" SPRING_DATASOURCE_USERNAME=rangordnung_app SPRING_DATASOURCE_PASSWORD="$APP_SECRET"
}

archive_option() { [ ! -f "$APP/classes.jsa" ] || printf '%s' "-XX:SharedArchiveFile=classes.jsa -Xshare:auto -Xlog:cds=off -Xlog:cds+dynamic=off"; }

start_application() {
  local archive; archive="$(archive_option)"
  where_the_data_are
  if [ "$(id -u)" -eq 0 ]; then
    # setpriv becomes the program, so that its number is the application's
    (cd "$APP" && HOME="$DATA" exec setsid setpriv --reuid="$OWN_USER" --regid="$OWN_USER" --clear-groups java $archive $JVM -jar rangordnung-app.jar) >>"$DATA/app.log" 2>&1 </dev/null &
  else
    (cd "$APP" && exec setsid java $archive $JVM -jar rangordnung-app.jar) >>"$DATA/app.log" 2>&1 </dev/null &
  fi
  # setsid keeps the number when it does not have to fork
  mark "$DATA/app.pid" "$!"
}

noted() { printf '%s %s\n' "$(date '+%Y-%m-%d %H:%M:%S')" "$1"; }

# A log that has grown long begins anew; five old ones are kept. It is emptied in place, since its writer keeps it open.
rotate() {
  local log="$1" i
  [ -f "$log" ] && [ "$(stat -c %s "$log")" -gt $((LONGEST_LOG * 1048576)) ] || return 0
  for i in 4 3 2 1; do [ -f "$log.$i.gz" ] && mv -f "$log.$i.gz" "$log.$((i + 1)).gz"; done
  gzip -c "$log" >"$log.1.gz" && : >"$log"
}

# What ended, as its log tells it, without names.
last_words() { tail -n 200 "$1" 2>/dev/null | grep -oE 'OutOfMemoryError|No space left on device|Address already in use|could not bind[^"]*|FATAL: .*|PANIC: .*' | tail -n 1 | cut -c1-160; }

# The database again, at the same port where it is free; a new port is told to the application by starting it anew.
start_database_again() {
  local port
  port="$( (RANGORDNUNG_DB_PORT="$DB_PORT"; database "$DATA" >/dev/null && printf '%s' "$DB_PORT") 2>>"$DATA/tend.log")" && [ -n "$port" ] || return 1
  [ "$port" = "$DB_PORT" ] && return 0
  DB_PORT="$port"
  end "$DATA/app.pid" 10
}

# Looks after both until it is told to stop. The launcher has started the database and set everything that they need.
supervise() {
  set +e # on a full disk not even a line can be written, and it goes on all the same
  [ "$(cat "$DATA/tend.pid" 2>/dev/null)" = "$BASHPID" ] || mark "$DATA/tend.pid" "$BASHPID"
  trap 'exit 0' TERM INT
  local tries=0 next=0 started=0 deaf=0 tended now what why waiting=""
  tended="$(date +%s)"
  DB_SECRET="$(cat "$DATA/database.secret")" APP_SECRET="$(cat "$DATA/app.secret")"
  while [ -d "$DATA/pg" ]; do
    now="$(date +%s)"; what=""
    if ! database_answers; then what=database
    elif ! alive "$DATA/app.pid"; then what=application
    elif application_answers liveness; then deaf=0
    elif [ $((now - started)) -gt $WELL_AFTER ]; then
      deaf=$((deaf + 1))
      if [ "$deaf" -ge "$DEAF" ]; then noted "the application does not answer; it is ended"; end "$DATA/app.pid" 5; deaf=0; what=application; fi
    fi
    if [ -z "$what" ]; then
      [ "$tries" -gt 0 ] && [ $((now - started)) -gt $WELL_AFTER ] && tries=0
      waiting=""
    elif [ "$(room)" -lt $ROOM_TO_START ]; then
      [ -n "$waiting" ] || noted "the $what has ended, and the disk is full; it starts again once there is room"
      waiting=yes
    elif [ "$now" -ge "$next" ]; then
      if [ "$tries" -ge $MOST_TRIES ]; then give_up "$what"; return 1; fi
      [ "$started" -eq 0 ] || { why="$(last_words "$DATA/$([ "$what" = database ] && printf pg/server.log || printf app.log)")"; noted "the $what has ended${why:+ ($why)} and is started again"; }
      started="$now"; waiting=""
      if [ "$what" = database ]; then start_database_again || true; else start_application; fi
      next=$((now + (tries < 4 ? 1 << tries : LONGEST_WAIT)))
      tries=$((tries + 1))
      continue
    fi
    if [ $((now - tended)) -ge "$TEND_EVERY" ]; then
      tended="$now"
      rotate "$DATA/app.log"; rotate "$DATA/pg/server.log"; rotate "$DATA/tend.log"
      if database_answers && [ "$(room)" -gt $ROOM_TO_START ]; then (daily) || true; fi
    fi
    sleep "$LOOK_EVERY" & wait $! || true
  done
}

# give_up WHAT: says why, where and what to do; nothing runs on half
give_up() {
  local log="$DATA/$([ "$1" = database ] && printf pg/server.log || printf app.log)"
  printf 'The %s ended %s times in a row and was not started again.\n  What it said last: %s\n  What to do: read %s, put right what it says, and call ./rangordnung start\n' \
    "$1" "$MOST_TRIES" "$(last_words "$log")" "$log" >"$DATA/gave-up"
  noted "gave up: the $1 ended $MOST_TRIES times in a row"
  end "$DATA/app.pid" 10
  stop_database "$DATA"
  unmark "$DATA/tend.pid"
}

# Waits until the pages answer; fails in words where they do not come.
await() {
  local waited=0
  until application_answers readiness; do
    [ -f "$DATA/gave-up" ] && { cat "$DATA/gave-up" >&2; fail "it did not start"; }
    alive "$DATA/tend.pid" || { tail -n 20 "$DATA/app.log" | grep -E 'ERROR|Caused|Description|APPLICATION' >&2 || true; halt; fail "the application did not start" "read $DATA/app.log"; }
    waited=$((waited + 1)); [ "$waited" -gt 600 ] && { halt; fail "the application did not answer within two minutes" "read $DATA/app.log"; }
    sleep 0.2
  done
}
