import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEVICE_FIELDS } from '../kinds/device-fields.ts';
import { DEVICE_SORTS, GENERIC_DEVICES, type Device } from '../parts/devices.ts';
import { toRange } from '../quantity/uncertain.ts';
import { csvRows, csvText } from './csv.ts';
import { readDevices, writeDevices } from './device-csv.ts';

const ends = (d: Device) => Object.fromEntries(Object.entries(d.params).map(([name, v]) => [name, toRange(v)]));
const issuesOf = (text: string) => {
  const read = readDevices(text);
  return read.ok ? [] : read.issues.map((i) => `${i.path}: ${i.message}`);
};

describe('devices as CSV', () => {
  it('all shipped ones come back as they went', () => {
    const read = readDevices(writeDevices(GENERIC_DEVICES));
    expect(read.ok && read.devices.map((d) => [d.sort, d.title, d.when])).toEqual(GENERIC_DEVICES.map((d) => [d.sort, d.title, d.when]));
    if (!read.ok) return;
    read.devices.forEach((d, i) => {
      for (const [name, range] of Object.entries(ends(GENERIC_DEVICES[i]!)))
        for (const end of ['nominal', 'low', 'high'] as const) {
          const back = ends(d)[name]![end];
          expect(Math.abs(back - range[end]), `${d.title} ${name}`).toBeLessThanOrEqual(1e-5 * Math.abs(range[end]) + 1e-300);
        }
    });
  });

  it('every sort has parameters, so that one can be listed', () => {
    for (const sort of DEVICE_SORTS) expect(Object.keys(DEVICE_FIELDS[sort]).length, sort).toBeGreaterThan(1);
  });

  it('reads what a spreadsheet makes of it: semicolons, quotes, a mark before it, empty lines', () => {
    const read = readDevices('\uFEFFSort;Title;forwardVoltage;voltageRating\r\n"diode";"my ""best"" diode";0.4 V ± 10 %;40\r\n;;;\r\n');
    expect(read).toEqual({
      ok: true,
      devices: [{ sort: 'diode', title: 'my "best" diode', params: { forwardVoltage: { nominal: 0.4, tolerance: 0.1 }, voltageRating: 40 } }],
    });
  });

  it('a title that a spreadsheet would run is made harmless, and comes back as it was', () => {
    const evil: Device = { sort: 'fuse', title: '=1+2', params: { currentRating: 1 } };
    expect(writeDevices([evil])).not.toMatch(/(^|[,\n])=/);
    expect(readDevices(writeDevices([evil]))).toEqual({ ok: true, devices: [evil] });
  });

  it('takes all or nothing, and names row, column and what would do', () => {
    expect(issuesOf('title\nx')[0]).toMatch(/^row 1: has no column “sort”/);
    expect(issuesOf('sort,title\n')[0]).toMatch(/no device/);
    expect(issuesOf('sort,title,currentRating\nfuse,a,1 A\nvalve,b,1 A')[0]).toMatch(/^row 3, sort: “valve” is none of diode/);
    expect(issuesOf('sort,title,currentRating\nfuse,a,10 nF')[0]).toMatch(/^row 2, currentRating: /);
    expect(issuesOf('sort,title,currentRating\nfuse,a,-1 A')[0]).toMatch(/^row 2, currentRating: must be above 0 A/);
    expect(issuesOf('sort,title,gain\nfuse,a,2')[0]).toMatch(/^row 2, gain: is no parameter of a fuse\. It has currentRating/);
    expect(issuesOf('sort,title,currentRating\nfuse,,1 A')[0]).toMatch(/^row 2, title: is missing/);
    expect(issuesOf('sort,title,currentRating\nfuse,a,')[0]).toMatch(/all empty/);
    expect(issuesOf('sort,title,for,capacity\ncell,a,chemistry=coal,1 Ah')[0]).toMatch(/chemistry=alkaline/);
    expect(issuesOf('sort,title,for,currentRating\nfuse,a,x=y,1 A')[0]).toMatch(/leave it empty/);
  });
});

describe('CSV', () => {
  it('texts come back through any cell, whatever is in them', () => {
    const cell = fc
      .string({ maxLength: 12 })
      .map((s) => s.trim().replaceAll('\r', ''))
      .filter((s) => s !== '' && !s.startsWith("'"));
    fc.assert(
      fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 2 }), { minLength: 1, maxLength: 4 }), (rows) => {
        expect(csvRows(csvText([['first', 'second'], ...rows])).slice(1)).toEqual(rows);
      }),
    );
  });
});
