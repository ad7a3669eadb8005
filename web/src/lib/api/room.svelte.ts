import type { Middleware } from 'openapi-fetch';

/** What the server says of the room on its disk; to a lead, and only where there is little. */
class Room {
  /** Megabytes that are left; nothing where there is enough. */
  left = $state<number | null>(null);
}

export const room = new Room();

export const roomy: Middleware = {
  onResponse({ response }) {
    const said = response.headers.get('Room-Left');
    room.left = said === null ? null : Number(said);
  },
};
