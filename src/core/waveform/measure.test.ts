import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chance } from '../testing/random-designs.ts';
import { csvRecording } from './csv-recording.ts';
import { envelope } from './envelope.ts';
import { measure } from './measure.ts';
import type { Recording } from './record.ts';
import { readRecording } from './read.ts';
import { spectrumOf, tonesOf, WINDOWS } from './spectrum.ts';

const record = (rate: number, ...values: Float64Array[]): Recording => ({
  channels: values.map((v, i) => ({ name: `CH${i + 1}`, unit: 'V', values: v })),
  time: null,
  start: 0,
  rate,
  even: true,
  notes: [],
  findings: [],
});
const wave = (n: number, rate: number, at: (t: number) => number): Float64Array => Float64Array.from({ length: n }, (_, i) => at(i / rate));
/** Normal noise by the polar method. */
function normal(seed: number): () => number {
  const random = chance(seed);
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
const measured = (r: Recording, options = {}) => {
  const m = measure(r, options);
  if (!m.ok) throw new Error(m.message);
  return m.measured;
};
const dB = (a: number, b: number) => 20 * Math.log10(a / b);

describe('a spectrum', () => {
  it('reads a tone anywhere between bins: hann within 0.05 dB, flattop within 0.02 dB', () => {
    const n = 2000;
    for (const [window, room] of [
      ['hann', 0.05],
      ['flattop', 0.02],
      ['blackman-harris', 0.05],
    ] as const)
      for (let share = 0; share < 1; share += 0.05) {
        const f = 200 + share;
        const s = spectrumOf(
          wave(n, n, (t) => 1.3 * Math.sin(2 * Math.PI * f * t + 0.4)),
          n,
          window,
        );
        expect(Math.abs(dB(s.peaks[0]!.level, 1.3 / Math.SQRT2))).toBeLessThan(room);
        expect(s.peaks[0]!.frequency).toBeCloseTo(f, 2);
        // A single tone is a single peak: no side lobe is told as one.
        expect(s.peaks).toHaveLength(1);
      }
  });

  it.each(WINDOWS)('finds the true density of white noise with a %s window', (window) => {
    const gauss = normal(11);
    const rate = 50_000;
    const x = wave(40_000, rate, () => 2e-3 * gauss());
    // One-sided density of white noise of that rms over half the rate.
    expect(spectrumOf(x, rate, window).noiseDensity! / (2e-3 / Math.sqrt(rate / 2))).toBeCloseTo(1, 1);
  });

  it('tells distortion, noise and both together as they were put in', () => {
    const gauss = normal(5);
    const rate = 48_000;
    const tone = (h: number, a: number) => (t: number) => a * Math.sin(2 * Math.PI * 1003.7 * h * t + h);
    const parts = [tone(1, 1), tone(2, 0.003), tone(3, 0.004)];
    const s = spectrumOf(
      wave(65_536, rate, (t) => parts.reduce((sum, p) => sum + p(t), 0) + 5e-4 * gauss()),
      rate,
      'hann',
      12,
    );
    const signal = 1 / Math.SQRT2;
    const distortion = Math.hypot(0.003, 0.004) / Math.SQRT2;
    expect(s.thd).toBeCloseTo(0.005, 4);
    expect(s.snr).toBeCloseTo(dB(signal, 5e-4), 0);
    expect(s.sinad).toBeCloseTo(dB(signal, Math.hypot(5e-4, distortion)), 1);
    expect(s.enob).toBeCloseTo((s.sinad! - 1.76) / 6.02, 9);
  });

  it('tells two tones apart that lie 80 dB below one another', () => {
    const rate = 10_000;
    const t = tonesOf(
      wave(8000, rate, (x) => Math.sin(2 * Math.PI * 1000.4 * x) + 1e-4 * Math.sin(2 * Math.PI * 1100.7 * x)),
      rate,
      1000,
      1100,
    );
    expect(t.suppression).toBeCloseTo(80, 1);
    expect(t.unwanted.frequency).toBeCloseTo(1100.7, 1);
  });
});

describe('ripple', () => {
  it('is a triangle whose rms is its peak to peak over √12, with noise and another ripple beside it', () => {
    const gauss = normal(9);
    const rate = 1e6;
    const f = 7321.3;
    const triangle = (t: number) => {
      const p = (t * f) % 1;
      return 0.05 * (p < 0.5 ? 4 * p - 1 : 3 - 4 * p);
    };
    const m = measured(
      record(
        rate,
        wave(60_000, rate, (t) => 3 + triangle(t) + 0.002 * gauss() + 0.004 * Math.sin(2 * Math.PI * 23_456 * t)),
      ),
    );
    expect(m.ripple!.frequency / f).toBeCloseTo(1, 4);
    expect(m.ripple!.peakToPeak).toBeCloseTo(0.1, 2);
    expect(m.ripple!.rms).toBeCloseTo(0.1 / Math.sqrt(12), 3);
    expect(m.ripple!.noise).toBeCloseTo(Math.hypot(0.002, 0.004 / Math.SQRT2), 4);
    expect(m.level.mean).toBeCloseTo(3, 3);
  });
});

describe('edges', () => {
  it('give period, duty, transition times and pulses of a trapezoid in closed form, whatever they are', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 0.8, noNaN: true }), fc.double({ min: 0.02, max: 0.1, noNaN: true }), (duty, slope) => {
        const [rate, period] = [1e5, 0.01];
        const edge = slope * period;
        const high = (t: number) => {
          const p = ((((t - 0.002) / period) % 1) + 1) % 1;
          const x = p * period;
          const width = duty * period;
          if (x < edge) return x / edge;
          if (x < width) return 1;
          return x < width + edge ? 1 - (x - width) / edge : 0;
        };
        const e = measured(
          record(
            rate,
            wave(8000, rate, (t) => 0.2 + 3 * high(t)),
          ),
        ).edges!;
        expect(e.period).toBeCloseTo(period, 6);
        expect(e.duty).toBeCloseTo(duty, 3);
        // 10 to 90 % of a straight edge is eight tenths of it.
        expect(e.riseTime! / (0.8 * edge)).toBeCloseTo(1, 1);
        expect(e.pulses[0]!.width).toBeCloseTo(duty * period, 5);
        expect(e.jitter).toBeLessThan(1e-6);
      }),
      { numRuns: 30 },
    );
  });

  it('give the delay between channels with its sign', () => {
    const rate = 1e5;
    const sine = (late: number) => wave(20_000, rate, (t) => Math.sin(2 * Math.PI * 430 * (t - late)));
    for (const late of [3e-4, -3e-4, 9e-4]) {
      const b = measured(record(rate, sine(0), sine(late)), { between: ['CH1', 'CH2'] }).edges!.between!;
      expect(b.mean).toBeCloseTo(late, 7);
      expect(b.deg).toBeCloseTo(360 * 430 * late, 2);
    }
  });
});

describe('a file', () => {
  const opened = (text: string, options = {}) => {
    const r = csvRecording(text, options);
    if (!r.ok) throw new Error(r.message);
    return r.record;
  };

  it('is read whatever its delimiter, decimal sign and units', () => {
    const want = [0.0015, -0.25, 0.003];
    for (const text of [
      'Time (ms),CH1 (mV)\n0,1.5\n1,-250\n2,3\n',
      '# note\n\nt;A [V]\n0;0,0015\n0,001;-0,25\n0,002;0,003\n',
      'time\tCH1\r\n0\t1.5e-3\r\n1e-3\t-.25\r\n2e-3\t3E-3\r\n',
      '0 0.0015\n0.001 -0.25\n0.002 0.003',
      'Model,X1\nSample Interval,0.001\nTime,CH1\ns,V\n0,0.0015,\n0.001,-0.25,\n0.002,0.003,\n',
    ]) {
      const r = opened(text);
      expect([...r.channels[0]!.values].map((v) => Number(v.toPrecision(9)))).toEqual(want);
      expect(r.rate).toBeCloseTo(1000, 6);
    }
    expect(opened('Model,X1\nTime,CH1\n0,1\n1,2\n').notes).toEqual(['Model: X1']);
    expect(opened('1.5\n2.5\n', { rate: 10 })).toMatchObject({ rate: 10, channels: [{ name: 'CH1' }] });
  });

  it('gives back any numbers that were written into it', () => {
    const value = fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((v) => (v === 0 ? 0 : v));
    fc.assert(
      fc.property(fc.array(fc.tuple(value, value), { minLength: 1, maxLength: 40 }), (rows) => {
        const r = opened(`a,b\n${rows.map((row) => row.join(',')).join('\n')}`, { timed: false });
        rows.forEach(([a, b], i) => {
          expect(r.channels[0]!.values[i]).toBe(a);
          expect(r.channels[1]!.values[i]).toBe(b);
        });
      }),
    );
  });

  it('tells gaps, doubled stamps and uneven samples, and names the line of what it cannot read', () => {
    expect(opened('t,v\n0,1\n1,1\n2,1\n7,1\n8,1\n').findings[0]).toMatchObject({ line: 5, text: expect.stringMatching(/gap/i) });
    expect(opened('t,v\n0,1\n1,1\n1,2\n2,1\n').findings[0]).toMatchObject({ line: 4, text: expect.stringMatching(/twice/) });
    expect(csvRecording('t,v\n0,1\n\n# c\n1,x\n')).toMatchObject({ ok: false, line: 5 });
    expect(csvRecording('t,v\n0,1\n1\n')).toMatchObject({ ok: false, line: 3 });
    expect(csvRecording('t,v\n0,1\n1,2,3\n')).toMatchObject({ ok: false, line: 3 });
    expect(csvRecording('')).toMatchObject({ ok: false });
    expect(readRecording(new Uint8Array([80, 75, 3, 4, 0, 0]))).toMatchObject({ ok: false });
    expect(readRecording(new TextEncoder().encode('RIFF....WAVEjunk'))).toMatchObject({ ok: false, message: expect.stringMatching(/WAV/) });
  });

  it('of few columns on a screen loses no spike', () => {
    const x = new Float64Array(100_000);
    [x[31_234], x[77_001]] = [5, -4];
    const e = envelope(record(1000, x), x, 0, 100, 300);
    expect(Math.max(...e.value)).toBe(5);
    expect(Math.min(...e.value)).toBe(-4);
    expect(e.value.length).toBeLessThanOrEqual(600);
    expect([...e.time].sort((a, b) => a - b)).toEqual(e.time);
  });
});
