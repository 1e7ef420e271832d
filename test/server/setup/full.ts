import { withClient } from './app.ts'

/**
 * Every table takes nothing any more, as when the disk of the database is full (SQLSTATE 53100), or takes again what
 * comes.
 */
export const setFull = (url: string, isFull: boolean): Promise<unknown> =>
  withClient(url, (client) =>
    client.query(`
      create or replace function no_room() returns trigger language plpgsql as $$ begin raise exception
        'could not extend file: No space left on device' using errcode = '53100'; end $$;
      do $$ declare t record; begin
        for t in select format('%I.%I', schemaname, tablename) as name from pg_tables
          where schemaname in ('public', 'graphile_worker') loop
          execute format('drop trigger if exists a_no_room on %s', t.name);
          ${isFull ? `execute format('create trigger a_no_room before insert or update on %s for each statement execute function no_room()', t.name);` : ''}
        end loop; end $$`),
  )
