-- What the role that the server works as may do, where it is not the owner: everything with the rows of every table but the audit
-- trail's, which it may read and add to.
do $$
declare
    runtime text := '${runtime}';
begin
    if runtime = current_user or not exists (select from pg_roles where rolname = runtime) then
        return;
    end if;
    execute format('grant usage on schema %I to %I', current_schema(), runtime);
    execute format('grant select, insert, update, delete on all tables in schema %I to %I', current_schema(), runtime);
    execute format('grant usage, select on all sequences in schema %I to %I', current_schema(), runtime);
    execute format('grant execute on all functions in schema %I to %I', current_schema(), runtime);
    execute format('revoke all on trail from %I', runtime);
    execute format('grant select, insert on trail to %I', runtime);
    execute format('revoke insert, update, delete on flyway_schema_history from %I', runtime);
end $$;
