/** "maximumOutputVoltage" as words. */
export const humanise = (name: string): string =>
  name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/\b(esr|inl|rss|lsb)\b/g, (m) => m.toUpperCase());

/** The unit of a part's value. */
export const valueUnit = (type: string): 'ohm' | 'F' | 'H' => (type === 'resistor' ? 'ohm' : type === 'capacitor' ? 'F' : 'H');
