/** A device on a two-wire bus, one of perhaps several alike: the addresses it can be set to. */
export interface Addressed {
  name: string;
  options: readonly number[];
}

/** 0 to 7 and 120 to 127 have a meaning of their own. // I2C-bus specification, reserved addresses */
export const reserved = (address: number): boolean => address < 8 || address > 119;

/**
 * The largest set of devices that can each have an address of its own, and which: an address for each device, null for one
 * that is left without. Augmenting paths, so that one that came first gives way where it has another strap.
 * // [Kuhn] bipartite matching
 */
export function assignAddresses(devices: readonly Addressed[]): (number | null)[] {
  const holder = new Map<number, number>();
  const give = (device: number, tried: Set<number>): boolean => {
    for (const address of devices[device]!.options) {
      if (reserved(address) || tried.has(address)) continue;
      tried.add(address);
      const before = holder.get(address);
      if (before !== undefined && !give(before, tried)) continue;
      holder.set(address, device);
      return true;
    }
    return false;
  };
  devices.forEach((_, i) => give(i, new Set()));
  const assigned: (number | null)[] = devices.map(() => null);
  for (const [address, device] of holder) assigned[device] = address;
  return assigned;
}
