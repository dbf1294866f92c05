import { at, COUNTS, F, TIME, W_CELL, W_CELL_TO, W_RECORDED, wallWhole, whole, WRITTEN, X } from './memory';

/** How long a record is, in bytes; 0 where no wall is recorded. */
export function recordSize(): usize {
  let cells = 0;
  for (let w = 0, walls = whole(COUNTS, 0); w < walls; w++)
    if (wallWhole(w, W_RECORDED) != 0) cells += wallWhole(w, W_CELL_TO) - wallWhole(w, W_CELL);
  const size = cells == 0 ? 0 : 48 + cells * 32;
  store<i32>(WRITTEN + 4, size);
  return size;
}

export function write(place: usize, fresh: v128): void {
  memory.copy(place, TIME, 32);
  v128.store(place + 32, fresh);
  let to = place + 48;
  for (let w = 0, walls = whole(COUNTS, 0); w < walls; w++) {
    if (wallWhole(w, W_RECORDED) == 0) continue;
    for (let i = wallWhole(w, W_CELL), end = wallWhole(w, W_CELL_TO); i < end; i++) {
      v128.store(to, at(X, i));
      v128.store(to + 16, at(F, i));
      to += 32;
    }
  }
}
