/** Returns a name as far as it fits into a room, with an ellipsis where it does not. `letterPx`: width of a letter, about. */
export function cutName(name: string, room: number, letterPx: number): string {
  const most = Math.floor(room / letterPx);
  return name.length > most ? `${name.slice(0, Math.max(1, most - 1))}…` : name;
}
