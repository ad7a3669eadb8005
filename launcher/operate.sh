# For whoever runs an installation; read by the launcher. Organisations and lost passwords, what is wrong and what to do, a
# service of the system, and an upgrade that can go back.

# ---------------------------------------------------------------- organisations and accounts

hash_of() { printf '%s' "$1" | sha256sum | cut -d' ' -f1; }
link_to() { printf '%s#/%s' "$(cat "$DATA/address" 2>/dev/null || printf 'http://localhost:8080/')" "$1"; }

# in_database WORK...: does it with the database, which is stopped again where it did not run
in_database() {
  [ -f "$DATA/pg/PG_VERSION" ] || fail "there is no database in $DATA" "choose the folder with --data DIR"
  local ran="" outcome=0; database_runs && ran=yes
  with_database
  "$@" || outcome=1
  [ -n "$ran" ] || stop_database "$DATA"
  return "$outcome"
}

# answer QUESTION NAME=VALUE...: values are bound, never pasted
answer() {
  local question="$1" bound=(); shift
  while [ $# -gt 0 ]; do bound+=(-v "$1"); shift; done
  printf '%s\n' "$question" | PGOPTIONS="-c client_min_messages=warning" "$(pg_bin)/psql" -X -q -A -t -v ON_ERROR_STOP=1 -1 "${bound[@]}" -d rangordnung
}

organisation() {
  case "${1:-}" in
    make) in_database make_organisation ;;
    list) in_database list_organisations ;;
    close) [ -n "${2:-}" ] || fail "close needs an organisation" "name it as ./rangordnung organisation list does"
      in_database close_organisation "$2" ;;
    *) fail "organisation knows make, list and close" ;;
  esac
}

make_organisation() {
  local code; code="$(secret | cut -c1-24)"
  answer "insert into founding (code_hash, expires_at) values (:'hash', now() + interval '7 days')" hash="$(hash_of "$code")" \
    || fail "the code could not be kept" "start this version once, then try again"
  say "Another organisation begins at  $(link_to "setup/$code")"
  say "  It opens once, within seven days. Hand it to its owner; nobody else needs it."
}

list_organisations() {
  answer "select o.id || '  ' || o.name || '  (' || (select count(*) from account a where a.organisation_id = o.id and not a.gone and a.role <> 'HELPER')
    || ' accounts, ' || (select count(*) from athlete a where a.organisation_id = o.id) || ' athletes, since ' || o.created_at::date || ')' from organisation o order by o.created_at"
}

close_organisation() {
  local id name typed
  id="$(answer "select id from organisation where id::text = :'which' or name = :'which'" which="$1")"
  [ "$(printf '%s' "$id" | grep -c .)" -eq 1 ] || fail "there is not exactly one organisation “$1”" "./rangordnung organisation list shows all with their ids"
  name="$(answer "select name from organisation where id = :'id'" id="$id")"
  say "This erases “$name” with all its accounts, rosters, screenings and decisions, for good. Backups that exist keep it until they are thrown away."
  read -r -p 'Type its name to go on: ' typed || true
  [ "$typed" = "$name" ] || fail "that is another name; nothing was changed"
  answer "set local session_replication_role = replica;
    delete from spring_session_attributes where session_primary_id in (select s.primary_id from spring_session s join account a on a.login = s.principal_name where a.organisation_id = :'id');
    delete from spring_session where principal_name in (select login from account where organisation_id = :'id');
    delete from login_attempt where subject in (select 'login ' || login from account where organisation_id = :'id');
    select set_config('rangordnung.closing', :'id', true);
    do \$\$ declare one record; begin
      for one in select c.oid::regclass as name from pg_class c join pg_attribute a on a.attrelid = c.oid
          where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace and a.attname = 'organisation_id' loop
        execute format('delete from %s where organisation_id = current_setting(''rangordnung.closing'')::uuid', one.name);
      end loop;
    end \$\$;
    delete from organisation where id = :'id';" id="$id" >/dev/null || fail "it could not be closed; nothing was changed"
  say "Closed: $name"
}

account() {
  [ "${1:-}" = reset ] && [ -n "${2:-}" ] || fail "account knows reset LOGIN" "with --without-factor the second factor is turned off as well"
  in_database reset_account "$2" "${3:-}"
}

reset_account() {
  local code made; code="$(secret)"
  made="$(answer "delete from account_reset where account_id in (select id from account where login = lower(:'login'));
    insert into account_reset (code_hash, organisation_id, account_id, created_by, expires_at)
    select :'hash', organisation_id, id, id, now() + interval '24 hours' from account where login = lower(:'login') and not gone and role <> 'HELPER' and disabled_at is null
    returning 1" login="$1" hash="$(hash_of "$code")")"
  [ "$made" = 1 ] || fail "there is no account $1 that may sign in" "check the login"
  if [ "$2" = --without-factor ]; then
    answer "delete from second_factor where account_id in (select id from account where login = lower(:'login'));
      delete from recovery_code where account_id in (select id from account where login = lower(:'login'))" login="$1"
  fi
  say "A new password for $1:  $(link_to "reset/$code")"
  say "  It opens once, within a day."
}

# ---------------------------------------------------------------- what is wrong, and what to do

WRONG=0
good() { printf 'good   %s\n' "$1"; }
note() { printf 'note   %s\n       %s\n' "$1" "$2"; }
wrong() { printf 'wrong  %s\n       %s\n' "$1" "$2"; WRONG=$((WRONG + 1)); }

# All of these bounds are house conventions.
doctor() {
  examine_machine
  if [ -d "$DATA" ]; then examine_data; else note "There are no data in $DATA yet." "Start once, or choose the folder with --data DIR."; fi
  [ "$WRONG" -eq 0 ]
}

examine_machine() {
  local version memory cluster
  version="$(java -version 2>&1 | sed -n 's/.*version "\([0-9]*\).*/\1/p' | head -n 1)"
  if [ "${version:-0}" -ge 17 ]; then good "Java $version"; else wrong "Java 17 or later is missing." "apt-get install openjdk-17-jre-headless"; fi
  if [ -n "$(pg_bin)" ]; then
    version="$(basename "$(dirname "$(pg_bin)")")"; cluster="$(cat "$DATA/pg/PG_VERSION" 2>/dev/null || printf '%s' "$version")"
    if [ -d "/usr/lib/postgresql/$cluster/bin" ]; then good "PostgreSQL $version"
    else wrong "The data were made with PostgreSQL $cluster, which is not installed." "apt-get install postgresql-$cluster, or restore a backup into a new folder"; fi
  else wrong "PostgreSQL is missing." "apt-get install postgresql"; fi
  memory="$(awk '/MemAvailable/ { print int($2 / 1024) }' /proc/meminfo)"
  if [ "$memory" -ge 700 ]; then good "$memory MB of memory free"; else note "Only $memory MB of memory are free; the product needs about 600." "End other programs, or add memory."; fi
  if ! installed timedatectl || [ "$(timedatectl show -p NTPSynchronized --value 2>/dev/null)" = yes ]; then good "Clock: $(date '+%Y-%m-%d %H:%M %Z')"
  else note "The clock is not synchronised: $(date '+%Y-%m-%d %H:%M %Z')." "Compare it with a watch; timedatectl set-ntp true keeps it right. Codes of the second factor need it."; fi
}

examine_data() {
  local free port newest age days
  free="$(room)"
  if [ "$free" -lt 200 ]; then wrong "Only $free MB are free for $DATA; files are refused, and marks soon." "Make room on that disk."
  elif [ "$free" -lt 2000 ]; then note "$free MB are free for $DATA." "Make room before the next season; backups need some too."
  else good "$free MB are free for $DATA"; fi
  newest="$(find "$DATA" -maxdepth 2 -newermt "$(date -d '+10 minutes' '+%Y-%m-%d %H:%M:%S')" -print -quit 2>/dev/null)"
  [ -z "$newest" ] || wrong "$newest is from the future: the clock has gone back." "Set the clock right before anything is marked."
  [ -f "$DATA/gave-up" ] && wrong "It gave up: $(head -n 1 "$DATA/gave-up")" "$(sed -n 's/^  What to do: //p' "$DATA/gave-up")"
  port="$(sed 's/.*:\([0-9]*\).*/\1/' "$DATA/address" 2>/dev/null || true)"; SERVER_PORT="$port"
  if alive "$DATA/tend.pid"; then
    if application_answers readiness; then good "Running at $(cat "$DATA/address")"
    else wrong "It runs and does not answer at $(cat "$DATA/address")." "./rangordnung status says what is being started; else read $DATA/tend.log"; fi
  elif [ -n "$port" ] && port_taken "$port"; then note "It does not run, and another program has its port $port." "End that program, or start with --port N."
  else note "It does not run." "./rangordnung start"; fi
  if [ -f "$DATA/authority/authority.crt" ]; then
    days=$((($(date -d "$(openssl x509 -in "$DATA/authority/authority.crt" -noout -enddate | cut -d= -f2)" +%s) - $(date +%s)) / 86400))
    if [ "$days" -lt 30 ]; then note "The hall's certificate ends in $days days." "Start again with --lan: it is made anew, and each phone opens the first address once more."
    else good "The hall's certificate holds for $days days"; fi
  fi
  if [ -f "$DATA/pg/PG_VERSION" ]; then
    if database_runs; then with_database; examine_database; else note "The database does not run, so it was not looked into." "Start, then ask again."; fi
  fi
  newest="$(find "$DATA/backups" -maxdepth 1 -type f -name '*.backup' -printf '%T@ %p\n' 2>/dev/null | sort -n | tail -n 1)"
  if [ -z "$newest" ]; then note "There is no backup yet." "One is made daily while it runs; ./rangordnung backup FILE makes one now."
  else
    age=$((($(date +%s) - ${newest%%.*}) / 3600))
    if [ "$age" -gt 26 ]; then wrong "The last backup is $age hours old." "Read $DATA/tend.log; make one now with ./rangordnung backup FILE"
    else good "The last backup is $age hours old"; fi
    note "Backups in $DATA/backups lie on the same disk as the data." "Copy them to another machine each day; docs/operating.md has a line for it."
  fi
}

examine_database() {
  local failures stands said
  [ "$(sql rangordnung 'show data_checksums')" = on ] && good "Data checksums are on" || note "Data checksums are off." "Stop and start once: they are turned on while it stands still."
  failures="$(sql rangordnung "select coalesce(sum(checksum_failures), 0) from pg_stat_database")"
  [ "$failures" = 0 ] || wrong "$failures pages of the database do not fit their checksums: the disk is failing." "Restore the last backup on another disk."
  said="$(sql rangordnung "select last_failed_wal from pg_stat_archiver where last_failed_time > coalesce(last_archived_time, 'epoch') and last_failed_time > now() - interval '1 day'")"
  [ -z "$said" ] || wrong "Write-ahead logs cannot be put away ($said)." "Look at the room on the disk and at $DATA/wal."
  stands="$(sql rangordnung 'select coalesce(max(version::int), 0) from flyway_schema_history where success' 2>/dev/null || printf 0)"
  if [ "$stands" -gt "$(newest_schema)" ]; then wrong "The data belong to a newer version (schema $stands; this one knows $(newest_schema))." "Use the newer version."
  elif [ "$stands" -lt "$(newest_schema)" ]; then note "The data are of an older version (schema $stands)." "The next start brings them to $(newest_schema), after a backup."
  else good "Schema $stands"; fi
}

# ---------------------------------------------------------------- a service of the system

HOUSE="${RANGORDNUNG_HOUSE:-/opt/rangordnung}"
UNITS="${RANGORDNUNG_UNITS:-/etc/systemd/system}"
UNIT=rangordnung.service

systemd_runs() { [ -d /run/systemd/system ] && [ "$UNITS" = /etc/systemd/system ]; }

# The program as it runs, without what builds it, beside older ones; says its name. It is there whole or not at all.
place_release() {
  local name part; name="$(newest_schema)-$(date -u +%Y%m%d%H%M%S)"; part="$HOUSE/releases/.$name"
  rm -rf "$part"; mkdir -p "$part/server/src/main/resources/db/migration"
  cp -p "$HERE/rangordnung" "$part/" && cp -rp "$HERE/launcher" "$part/" && cp -rp "$APP" "$part/app" \
    && cp -p "$HERE"/server/src/main/resources/db/migration/*.sql "$part/server/src/main/resources/db/migration/" \
    && : >"$part/released" && chmod -R a+rX "$part" && sync -f "$part" && mv "$part" "$HOUSE/releases/$name" || return 1
  printf '%s' "$name"
}

# In one step: whoever starts finds the old one or the new one.
switch_to() { ln -sfn "releases/$1" "$HOUSE/.current" && mv -fT "$HOUSE/.current" "$HOUSE/current"; }

write_unit() {
  cat >"$UNITS/$UNIT" <<UNIT
[Unit]
Description=Rangordnung
After=network.target

[Service]
Type=exec
ExecStart=$HOUSE/current/rangordnung start --data $DATA --port ${PORT:-8080}$([ -n "$LAN" ] && printf ' --lan%s' "$([ "$LAN" = yes ] || printf '=%s' "$LAN")")
KillMode=mixed
TimeoutStopSec=90
Restart=on-failure
RestartSec=15
# it begins as root, runs its parts as ordinary users, and reaches nothing but its data
CapabilityBoundingSet=CAP_SETUID CAP_SETGID CAP_CHOWN CAP_DAC_OVERRIDE CAP_FOWNER CAP_KILL
NoNewPrivileges=yes
ProtectSystem=strict
ReadWritePaths=$DATA
ProtectHome=yes
PrivateTmp=yes
PrivateDevices=yes
ProtectClock=yes
ProtectControlGroups=yes
ProtectHostname=yes
ProtectKernelLogs=yes
ProtectKernelModules=yes
ProtectKernelTunables=yes
RestrictAddressFamilies=AF_INET AF_INET6 AF_UNIX AF_NETLINK
RestrictNamespaces=yes
RestrictRealtime=yes
RestrictSUIDSGID=yes
LockPersonality=yes
SystemCallArchitectures=native

[Install]
WantedBy=multi-user.target
UNIT
}

install_service() {
  [ "$(id -u)" -eq 0 ] || fail "a service is installed by root" "sudo ./rangordnung install"
  [ -f "$UNITS/$UNIT" ] && fail "it is installed already" "./rangordnung upgrade brings a newer version, ./rangordnung uninstall takes it away"
  case "$DATA" in /home/*|/root/*) fail "a service does not reach $DATA" "take a folder outside of homes: --data /var/lib/rangordnung" ;; esac
  need_packages; build; mkdir -p "$DATA" "$HOUSE/releases" "$UNITS"
  archive_classes
  id "$OWN_USER" >/dev/null 2>&1 || useradd --system --no-create-home --shell /usr/sbin/nologin "$OWN_USER"
  local name; name="$(place_release)" || fail "the program could not be copied to $HOUSE" "make room there"
  switch_to "$name"; write_unit
  if systemd_runs; then systemctl daemon-reload && systemctl enable --now "$UNIT" || fail "the service did not start" "journalctl -u $UNIT"; fi
  say "Installed: $HOUSE, data in $DATA, starts with the machine."
}

uninstall_service() {
  [ -f "$UNITS/$UNIT" ] || fail "it is not installed"
  if systemd_runs; then systemctl disable --now "$UNIT" || true; fi
  rm -f "$UNITS/$UNIT"; rm -rf "$HOUSE"
  if systemd_runs; then systemctl daemon-reload; fi
  say "Taken away. The data stay in $DATA; to erase them as well, delete that folder."
}

# ---------------------------------------------------------------- upgrade, and back

service_data() { sed -n 's/^ReadWritePaths=//p' "$UNITS/$UNIT"; }

service() {
  if systemd_runs; then systemctl "$1" "$UNIT"
  elif [ "$1" = stop ]; then "$HOUSE/current/rangordnung" stop --data "$DATA" >&2
  else "$HOUSE/current/rangordnung" start --data "$DATA" --background $(sed -n 's/^ExecStart=.*\( --port.*\)/\1/p' "$UNITS/$UNIT") >&2; fi
}

# A service counts as started before its pages answer.
answers_soon() {
  local waited
  for waited in $(seq 240); do
    "$HOUSE/current/rangordnung" status --data "$DATA" >/dev/null 2>&1 && return 0
    [ -f "$DATA/gave-up" ] && return 1
    sleep 0.5
  done
  return 1
}

# Killed at any moment, the old version stands with the old data or the new one with the same: the program changes in one
# step, and all changes of the schema are one transaction.
upgrade() {
  [ -f "$UNITS/$UNIT" ] || fail "it is not installed as a service" "a copy that is started by hand needs no upgrade: the next start makes a backup and goes on"
  DATA="$(service_data)"
  if [ "${1:-}" = --back ]; then go_back; return; fi
  need_packages; build; archive_classes
  local name old kept
  name="$(place_release)" || fail "the program could not be copied to $HOUSE" "make room there; nothing was changed"
  old="$(basename "$(readlink "$HOUSE/current")")"; kept="$DATA/backups/before-$name.backup"
  service stop || true
  mkdir -p "$DATA/backups"
  (RANGORDNUNG_PASSPHRASE="" in_database backup_to "$kept") || { service start || true; fail "no backup could be made, so nothing was changed" "make room in $DATA/backups"; }
  printf '%s\n%s\n' "$old" "$kept" >"$HOUSE/before.part" && mv -f "$HOUSE/before.part" "$HOUSE/before"
  switch_to "$name"
  if service start && answers_soon; then say "Upgraded to $name. Back: ./rangordnung upgrade --back"
  else say "The new version did not start; going back …"; go_back; exit 1; fi
  # the version before the last is kept to go back to, older ones are not
  find "$HOUSE/releases" -mindepth 1 -maxdepth 1 ! -name "$name" ! -name "$old" -exec rm -rf {} +
}

go_back() {
  local old kept
  { read -r old && read -r kept; } <"$HOUSE/before" 2>/dev/null || fail "there is nothing to go back to"
  [ -d "$HOUSE/releases/$old" ] && [ -f "$kept" ] || fail "the version or the backup before the upgrade is gone" "restore another backup with the version that wrote it"
  service stop || true
  "$HOUSE/releases/$old/rangordnung" restore "$kept" --data "$DATA" || fail "the data before the upgrade could not be restored; nothing was changed" "free some room and try again"
  switch_to "$old"
  service start && answers_soon || fail "the old version did not start" "read $DATA/tend.log"
  say "Back at $old, with the data from before the upgrade. What was written since is in the daily backups only."
}
