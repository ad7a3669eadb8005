# Several instances of the application on one database, with a streaming replica that answers what is only read; read by the
# launcher. It shows on one machine how a larger house is built (docs/operating.md). PostgreSQL's own replication does the rest.

cluster() {
  local instances=2 replica="" demo=false i port
  while [ $# -gt 0 ]; do
    case "$1" in
      --instances) [[ "${2:-}" =~ ^[1-9]$ ]] || fail "--instances needs a number from 1 to 9"; instances="$2"; shift 2 ;;
      --replica) replica=yes; shift ;;
      --demo) demo=true; shift ;;
      *) fail "cluster knows --instances N, --replica and --demo, not $1" ;;
    esac
  done
  alive "$DATA/tend.pid" && fail "it runs already" "stop it first: ./rangordnung stop --data $DATA"
  if [ -n "$replica" ]; then
    REPLICA_PORT="$(free_port 15632)"; printf '%s' "$REPLICA_PORT" >"$DATA/replica.port"
    export RANGORDNUNG_REPLICA="jdbc:postgresql://127.0.0.1:$REPLICA_PORT/rangordnung"
  else rm -f "$DATA/replica.port"; fi
  BACKGROUND=yes
  launch "$demo"
  rm -f "$DATA"/instance-*.port
  for i in $(seq 2 "$instances"); do
    port="$(free_port "$((SERVER_PORT + i - 1))")"
    printf '%s' "$port" >"$DATA/instance-$i.port"
    start_instance "$i"
  done
  if [ -n "$replica" ]; then start_replica || { halt; fail "the replica did not start" "read $DATA/replica/server.log"; }; fi
  setsid "$HERE/rangordnung" tend-cluster --data "$DATA" >>"$DATA/tend.log" 2>&1 </dev/null &
  mark "$DATA/tend-cluster.pid" "$!"
  for i in $(seq 2 "$instances"); do
    port="$(cat "$DATA/instance-$i.port")"
    for _ in $(seq 300); do SERVER_PORT="$port" application_answers readiness && break; sleep 0.2; done
    SERVER_PORT="$port" application_answers readiness || { halt; fail "instance $i did not answer within a minute" "read $DATA/instance-$i.log"; }
    say "  Instance $i:          http://localhost:$port/"
  done
  [ -z "$replica" ] || say "  Replica:             port $REPLICA_PORT, reads of results and boards"
  say "  ./rangordnung stop --data $DATA ends all of it."
}

start_instance() {
  local log="$DATA/instance-$1.log" file="$DATA/instance-$1.pid" run=()
  [ "$(id -u)" -ne 0 ] || run=(setpriv --reuid="$OWN_USER" --regid="$OWN_USER" --clear-groups)
  where_the_data_are
  (cd "$APP" && SERVER_PORT="$(cat "$DATA/instance-$1.port")" HOME="$DATA" exec setsid "${run[@]}" java $(archive_option) $JVM -jar rangordnung-app.jar) >>"$log" 2>&1 </dev/null &
  mark "$file" "$!"
}

# A copy that follows the primary; what it has missed it reads from the write-ahead logs that are put away.
start_replica() {
  local dir="$DATA/replica" port; port="$(cat "$DATA/replica.port")"
  if [ ! -f "$dir/pg/PG_VERSION" ]; then
    rm -rf "$dir"; mkdir -p "$dir/pg"; chmod 700 "$dir/pg"
    [ "$(id -u)" -eq 0 ] && chown -R postgres "$dir"
    PGPASSWORD="$DB_SECRET" as_postgres "$(pg_bin)/pg_basebackup" -h 127.0.0.1 -p "$DB_PORT" -U rangordnung -D "$dir/pg" -R -X stream -c fast >>"$DATA/tend.log" 2>&1 || return 1
  fi
  # the primary may have another port than before
  printf "primary_conninfo = 'host=127.0.0.1 port=%s user=rangordnung password=%s'\nrestore_command = 'gunzip -c \"%s/%%f.gz\" > \"%%p\"'\nhot_standby_feedback = on\n" \
    "$DB_PORT" "$DB_SECRET" "$DATA/wal" >"$dir/pg/postgresql.auto.conf"
  as_postgres "$(pg_bin)/pg_ctl" -D "$dir/pg" -w -t 60 -l "$dir/server.log" \
    -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c archive_mode=off" start >/dev/null 2>&1
}

replica_answers() { "$(pg_bin)/pg_isready" -q -t 3 -h 127.0.0.1 -p "$(cat "$DATA/replica.port")"; }

# Looks after what stands beside the first instance and its database, as those are looked after.
tend_cluster() {
  set +e
  trap 'exit 0' TERM INT
  DB_SECRET="$(cat "$DATA/database.secret")" APP_SECRET="$(cat "$DATA/app.secret")"
  local file i
  while alive "$DATA/tend.pid"; do
    # the database may have come back at another port
    DB_PORT="$(sed -n 4p "$DATA/pg/postmaster.pid" 2>/dev/null || printf '%s' "$DB_PORT")"
    if database_answers; then
      for file in "$DATA"/instance-*.port; do
        [ -f "$file" ] || continue
        i="${file##*instance-}"; i="${i%.port}"
        alive "$DATA/instance-$i.pid" || { noted "instance $i has ended and is started again"; start_instance "$i"; }
      done
      if [ -f "$DATA/replica.port" ] && ! replica_answers; then noted "the replica has ended and is started again"; start_replica; fi
    fi
    sleep "$LOOK_EVERY" & wait $! || true
  done
}

end_cluster() {
  local file
  end "$DATA/tend-cluster.pid" 5
  for file in "$DATA"/instance-*.pid; do [ -f "$file" ] && end "$file" 10; done
  [ -d "$DATA/replica/pg" ] && as_postgres "$(pg_bin)/pg_ctl" -D "$DATA/replica/pg" -m fast -w stop >/dev/null 2>&1 || true
  return 0
}
