/** Pages that belong together, by their room. */
export const PARTS_ROOM = [
  ['/drawer', 'Drawer'],
  ['/parts', 'Devices'],
] as const;

const under = (base: string, pages: readonly (readonly [path: string, name: string])[]) => pages.map(([path, name]) => [base + path, name] as const);

/** What is bought for a board. */
export const billRoom = (base: string) =>
  under(base, [
    ['/bill', 'Bill of materials'],
    ['/fewer', 'Fewer values'],
  ]);

/** What stands before the order, and what was ordered. */
export const gateRoom = (base: string) =>
  under(base, [
    ['/gate', 'Gate'],
    ['/revisions', 'Revisions'],
    ['/review', 'Review'],
  ]);
