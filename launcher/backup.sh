# Backup, restore and what is done daily; read by the launcher. A backup is one file: a manifest (schema version, rows of each
# table, checksum) and the database beside it, closed with a passphrase where one is given. Write-ahead logs and a base copy a
# day lead back to any moment of the last days.

DAYS=7
WEEKS=5
TEND_EVERY="${RANGORDNUNG_TEND_EVERY:-600}"

newest_schema() {
  ls "$HERE"/server/src/main/resources/db/migration 2>/dev/null | sed -n 's/^V\([0-9]*\)__.*/\1/p' | sort -n | tail -n 1
}

sql() { PGOPTIONS="-c client_min_messages=warning" "$(pg_bin)/psql" -X -q -A -t -v ON_ERROR_STOP=1 -d "$1" -c "$2"; }

# rows of each table in a dump, counted from the dump itself, so that a dump that cannot be read is none
rows_of_dump() {
  "$(pg_bin)/pg_restore" --data-only -f - "$1" \
    | LC_ALL=C awk '/^COPY / && !inside { table = $2; n = 0; inside = 1; next } inside && /^\\\.$/ { print table "=" n; inside = 0; next } inside { n++ }'
}

# rows of the same tables in a database
rows_of_database() {
  local database="$1" table
  while IFS='=' read -r table _; do
    [ -n "$table" ] || continue
    printf '%s=%s\n' "$table" "$(sql "$database" "select count(*) from $table")" || return 1
  done
}

# write_backup WORK TARGET: everything into WORK, then one file to TARGET; returns 1 with REASON, and nothing stays
write_backup() {
  local work="$1" target="$2" rows schema sum
  REASON="the database could not be read whole, or there is no room in $(dirname "$target")"
  "$(pg_bin)/pg_dump" -Fc -d rangordnung -f "$work/database.dump" \
    --exclude-table-data='spring_session*' --exclude-table-data=login_attempt --exclude-table-data=known_device 2>"$work/said" || return 1
  rows="$(rows_of_dump "$work/database.dump" 2>>"$work/said")" || return 1
  schema="$(sql rangordnung 'select max(version::int) from flyway_schema_history where success' 2>>"$work/said")" || return 1
  [ -n "$rows" ] && [ -n "$schema" ] || return 1
  sum="$(sha256sum "$work/database.dump" | cut -d' ' -f1)" || return 1
  {
    printf 'product=rangordnung\nformat=1\nschema=%s\nmade=%s\nsha256=%s\n' "$schema" "$(date -u +%Y-%m-%dT%H:%M:%SZ)" "$sum"
    printf '%s\n' "$rows" | sed 's/^/rows /'
  } >"$work/manifest" || return 1
  tar -C "$work" -cf "$work/backup" manifest database.dump 2>>"$work/said" || return 1
  if [ -n "${RANGORDNUNG_PASSPHRASE:-}" ]; then
    REASON="the backup could not be closed with the passphrase"
    openssl enc -aes-256-cbc -pbkdf2 -iter 600000 -salt -pass env:RANGORDNUNG_PASSPHRASE -in "$work/backup" -out "$work/closed" 2>>"$work/said" || return 1
    mv -f "$work/closed" "$work/backup" || return 1
  fi
  chmod 600 "$work/backup" && sync "$work/backup" && mv -f "$work/backup" "$target" || return 1
  [ -s "$target" ] || return 1
}

# backup_to TARGET: 0 and the file is there whole, or 1 with REASON and nothing is
backup_to() {
  local target="$1" folder work outcome=0
  folder="$(dirname "$target")"
  REASON="there is no folder $folder"
  [ -d "$folder" ] || return 1
  REASON="nothing can be written to $folder"
  [ ! -d "$target" ] && work="$(umask 077; mktemp -d "$folder/.rangordnung-backup.XXXXXX" 2>/dev/null)" || return 1
  write_backup "$work" "$target" || { outcome=1; [ -s "$work/said" ] && REASON="$REASON ($(tail -n 1 "$work/said"))"; }
  rm -rf "$work"
  return "$outcome"
}

from_caller() { case "$1" in /*) printf '%s' "$1" ;; *) printf '%s/%s' "$CALLER" "$1" ;; esac; }

passphrase() {
  [ -n "$ASK_PASSPHRASE" ] && [ -z "${RANGORDNUNG_PASSPHRASE:-}" ] || return 0
  local again
  read -r -s -p 'Passphrase: ' RANGORDNUNG_PASSPHRASE </dev/tty; printf '\n' >&2
  if [ "$1" = new ]; then
    read -r -s -p 'The same again: ' again </dev/tty; printf '\n' >&2
    [ "$again" = "$RANGORDNUNG_PASSPHRASE" ] && [ ${#again} -ge 12 ] || fail "the passphrases differ, or have fewer than 12 characters"
  fi
  export RANGORDNUNG_PASSPHRASE
}

database_runs() { as_postgres "$(pg_bin)/pg_ctl" -D "$DATA/pg" status >/dev/null 2>&1; }

backup() {
  [ -f "$DATA/pg/PG_VERSION" ] || fail "there is no database in $DATA" "choose the folder with --data DIR"
  local target ran="" outcome=0; target="$(from_caller "$1")"
  database_runs && ran=yes
  passphrase new
  with_database
  backup_to "$target" || outcome=1
  [ -n "$ran" ] || stop_database "$DATA"
  [ "$outcome" -eq 0 ] || fail "no backup was written: $REASON" "make room, or name a file in a folder that exists"
  say "Written: $target$([ -n "${RANGORDNUNG_PASSPHRASE:-}" ] && printf ' (closed with the passphrase; without it nobody can open it)')"
}

value() { sed -n "s/^$2=//p" "$1/manifest" | head -n 1; }

# opened FILE WORK: the parts of a backup in WORK, checked against its manifest; fails in words otherwise
opened() {
  local file="$1" work="$2" schema newest
  if [ "$(head -c 8 "$file")" = Salted__ ]; then
    [ -n "${RANGORDNUNG_PASSPHRASE:-}" ] || { REASON="it is closed with a passphrase|give it: --passphrase, or in RANGORDNUNG_PASSPHRASE"; return 1; }
    openssl enc -d -aes-256-cbc -pbkdf2 -iter 600000 -pass env:RANGORDNUNG_PASSPHRASE -in "$file" -out "$work/backup" 2>/dev/null \
      || { REASON="the passphrase does not open it, or the file is damaged|try the passphrase again, or another backup"; return 1; }
    file="$work/backup"
  fi
  REASON="it is not a backup of this product|name a file that ./rangordnung backup wrote"
  [ "$(tar -tf "$file" 2>/dev/null | tr '\n' ' ')" = "manifest database.dump " ] || return 1
  tar -C "$work" -xf "$file" manifest database.dump 2>/dev/null || return 1
  [ "$(value "$work" product)" = rangordnung ] && [ "$(value "$work" format)" = 1 ] || return 1
  REASON="it is damaged: its checksum does not fit|take another backup"
  [ "$(sha256sum "$work/database.dump" | cut -d' ' -f1)" = "$(value "$work" sha256)" ] || return 1
  schema="$(value "$work" schema)"; newest="$(newest_schema)"
  REASON="it comes from a newer version of this product (schema $schema, this one knows $newest)|restore it with the newer version"
  [[ "$schema" =~ ^[0-9]+$ ]] && [ "$schema" -le "$newest" ] || return 1
}

# The new database is made, read and counted beside the present one; then they change names in one step. Killed at any
# moment, either the old or the new one is there whole, and the same call again finishes.
restore_from() {
  local work="$1" expected counted
  REASON="the backup could not be read into a database; nothing was changed"
  sql postgres 'drop database if exists rangordnung_restored' && sql postgres 'create database rangordnung_restored' || return 1
  "$(pg_bin)/pg_restore" --exit-on-error --no-owner --single-transaction -d rangordnung_restored "$work/database.dump" 2>"$work/said" || return 1
  expected="$(sed -n 's/^rows //p' "$work/manifest" | sort)"
  counted="$(printf '%s\n' "$expected" | rows_of_database rangordnung_restored | sort)" || return 1
  REASON="what was read is not what the manifest counts; nothing was changed"
  [ -n "$expected" ] && [ "$expected" = "$counted" ] || return 1
  REASON="the databases could not change places; nothing was changed"
  sql postgres 'drop database if exists rangordnung_before' || return 1
  "$(pg_bin)/psql" -X -q -1 -v ON_ERROR_STOP=1 -d postgres \
    -c 'alter database rangordnung rename to rangordnung_before' -c 'alter database rangordnung_restored rename to rangordnung' >/dev/null || return 1
  REASON="the restored database could not be opened; the old one is kept as rangordnung_before"
  [ "$(printf '%s\n' "$expected" | rows_of_database rangordnung | sort)" = "$expected" ] || return 1
  sql postgres 'drop database rangordnung_before' || true
}

restore() {
  local file work outcome=0; file="$(from_caller "$1")"
  [ -f "$file" ] || fail "there is no file $file"
  { alive "$DATA/tend.pid" || alive "$DATA/app.pid"; } && fail "the application runs" "stop it first: ./rangordnung stop"
  passphrase known
  work="$(umask 077; mktemp -d "$DATA/.restore.XXXXXX")"
  if ! opened "$file" "$work"; then
    rm -rf "$work"; fail "$file cannot be restored: ${REASON%%|*}" "${REASON#*|}"
  fi
  with_database
  restore_from "$work" || outcome=1
  local said; said="$(cat "$work/said" 2>/dev/null | head -n 2)"
  rm -rf "$work"
  stop_database "$DATA"
  [ "$outcome" -eq 0 ] || fail "$REASON${said:+ ($said)}"
  say "Restored from $file"
}

# ---------------------------------------------------------------- back to a moment

# The newest base copy that was finished before a moment (seconds since 1970)
base_before() {
  local base best="" at
  for base in "$DATA"/backups/base-*; do
    [ -f "$base/finished" ] || continue
    at="$(cat "$base/finished")"
    [ "$at" -le "$1" ] && best="$base"
  done
  printf '%s' "$best"
}

restore_until() {
  local moment seconds base bin new="$DATA/pg.restoring" waited=0; bin="$(pg_bin)"
  seconds="$(date -d "$1" +%s 2>/dev/null)" || fail "“$1” is no moment" "write it like 2026-11-26 10:30"
  { alive "$DATA/tend.pid" || alive "$DATA/app.pid"; } && fail "the application runs" "stop it first: ./rangordnung stop"
  heal_folders
  base="$(base_before "$seconds")"
  [ -n "$base" ] || fail "there is no base copy from before $1" "moments of the last $DAYS days can be restored, from the first daily backup on"
  with_database
  sql postgres 'select pg_switch_wal()' >/dev/null 2>&1 || true
  stop_database "$DATA"
  moment="$(date -u -d "@$seconds" '+%Y-%m-%d %H:%M:%S+00')"
  rm -rf "$new"; mkdir -p "$new"; chmod 700 "$new"
  tar -C "$new" -xzf "$base/base.tar.gz" || { rm -rf "$new"; fail "the base copy of $(basename "$base") cannot be read" "choose a moment after another one"; }
  {
    printf "restore_command = 'gunzip -c \"%s/wal/%%f.gz\" > \"%%p\" || cp \"%s/pg/pg_wal/%%f\" \"%%p\"'\n" "$DATA" "$DATA"
    printf "recovery_target_time = '%s'\nrecovery_target_action = promote\n" "$moment"
  } >>"$new/postgresql.auto.conf"
  : >"$new/recovery.signal"
  [ "$(id -u)" -eq 0 ] && chown -R postgres "$new"
  DB_PORT="$(free_port "${RANGORDNUNG_DB_PORT:-15432}")"
  as_postgres "$bin/pg_ctl" -D "$new" -w -t 600 -l "$new/restore.log" -o "-p $DB_PORT -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c archive_mode=off" start >/dev/null 2>&1 \
    || { tail -n 3 "$new/restore.log" >&2; fail "that moment could not be reached; nothing was changed" "choose a later one: the logs may end before it"; }
  export PGPORT="$DB_PORT"
  until [ "$(sql rangordnung 'select pg_is_in_recovery()' 2>/dev/null)" = f ]; do
    waited=$((waited + 1)); [ "$waited" -gt 600 ] && fail "the restored database does not open; nothing was changed" "read $new/restore.log"
    sleep 0.5
  done
  local facts; facts="$(sql rangordnung 'select count(*) from fact')" || fail "the restored database cannot be read; nothing was changed"
  as_postgres "$bin/pg_ctl" -D "$new" -m fast -w stop >/dev/null 2>&1
  sed -i '/^restore_command/d; /^recovery_target/d' "$new/postgresql.auto.conf"
  rm -rf "$DATA/pg.before"
  mv "$DATA/pg" "$DATA/pg.before" && mv "$new" "$DATA/pg" || fail "the folders could not change places" "call the same again"
  with_database
  sql rangordnung 'select count(*) from fact' >/dev/null || fail "the restored database does not open" "the one before is kept in $DATA/pg.before"
  stop_database "$DATA"
  rm -rf "$DATA/pg.before"
  say "Restored as of $(date -d "@$seconds" '+%Y-%m-%d %H:%M:%S %Z'): $facts facts"
}

# A restore that was killed between its two renames left the old folder aside: it comes back.
heal_folders() {
  if [ ! -e "$DATA/pg" ] && [ -f "$DATA/pg.before/PG_VERSION" ]; then mv "$DATA/pg.before" "$DATA/pg"; fi
}

# ---------------------------------------------------------------- daily

note_last() {
  local work="$DATA/backups/.last.$$"
  printf '{"at":"%s","file":"%s","ok":%s,"reason":"%s"}\n' "$(date -u +%Y-%m-%dT%H:%M:%SZ)" "$1" "$2" "$(printf '%s' "$3" | tr -d '"\\\n' | cut -c1-300)" >"$work" \
    && mv -f "$work" "$DATA/backups/last.json"
}

keep_newest() { ls -1d "$DATA"/backups/$1 2>/dev/null | sort -r | tail -n +$(($2 + 1)) | while read -r old; do rm -rf "$old"; done; }

# a copy of the whole cluster, from which the logs lead on
base_copy() {
  local target="$DATA/backups/base-$(date -u +%Y%m%dT%H%M%SZ)"
  (umask 077; mkdir -p "$target") || return 1
  "$(pg_bin)/pg_basebackup" -D "$target" -Ft -z -X fetch -c fast >/dev/null 2>&1 && date +%s >"$target/finished" || { rm -rf "$target"; return 1; }
  keep_newest 'base-*' "$DAYS"
  # logs from before the oldest base copy lead nowhere
  local oldest; oldest="$(ls -1d "$DATA"/backups/base-* | sort | head -n 1)"
  find "$DATA/wal" -name '*.gz' -not -newer "$oldest/finished" -mmin +60 -not -name '*.history.gz' 2>/dev/null | sort >"$DATA/backups/.old"
  local first; first="$(tar -xzOf "$oldest/base.tar.gz" backup_label 2>/dev/null | sed -n 's/^START WAL LOCATION.*file \([0-9A-F]*\).*/\1/p')"
  [ -z "$first" ] || while read -r log; do [[ "$(basename "$log" .gz)" < "$first" ]] && rm -f "$log"; done <"$DATA/backups/.old"
  rm -f "$DATA/backups/.old"
}

daily() {
  local day="$DATA/backups/daily-$(date +%Y-%m-%d).backup" week="$DATA/backups/weekly-$(date +%G-W%V).backup"
  [ -f "$day" ] && return 0
  with_database
  if ! backup_to "$day"; then note_last "$(basename "$day")" false "$REASON"; return 1; fi
  [ -f "$week" ] || cp -p "$day" "$week.part" && mv -f "$week.part" "$week" 2>/dev/null || true
  keep_newest 'daily-*.backup' "$DAYS"
  keep_newest 'weekly-*.backup' "$WEEKS"
  base_copy || { note_last "$(basename "$day")" false "the base copy of the database could not be written"; return 1; }
  note_last "$(basename "$day")" true ""
}

last_backup() {
  [ -f "$DATA/backups/last.json" ] || { printf 'No daily backup yet'; return; }
  local at ok reason
  at="$(sed -n 's/.*"at":"\([^"]*\)".*/\1/p' "$DATA/backups/last.json")"
  ok="$(sed -n 's/.*"ok":\(true\|false\).*/\1/p' "$DATA/backups/last.json")"
  reason="$(sed -n 's/.*"reason":"\([^"]*\)".*/\1/p' "$DATA/backups/last.json")"
  if [ "$ok" = true ]; then printf 'Last daily backup: %s' "$(date -d "$at" '+%Y-%m-%d %H:%M')"
  else printf 'The daily backup of %s FAILED: %s' "$(date -d "$at" '+%Y-%m-%d %H:%M')" "$reason"; fi
}
