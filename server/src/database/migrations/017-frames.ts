/** How many frames a box of a colony holds: so many are drawn on its map. */
export const frames = {
  name: '017-frames',
  up: `ALTER TABLE looks ADD COLUMN frames_per_box integer CHECK (frames_per_box BETWEEN 3 AND 40);`,
}
