import { through } from './laws.ts';
import { toDb } from '../../../physics/network.ts';
import { junctionToAmbient } from '../../../physics/thermal.ts';
import { dot, ground, part, port, thing, wire, type Drawn } from '../../../stage/drawing.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import type { capacitanceMultiplier } from './index.ts';

/** How capacitance multiplier is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof capacitanceMultiplier> = {
  working: (c) => {
    const { given: g, parts } = c.x;
    const { Q1, R1, R3, R2 } = parts;
    const rs = R1.value + (g.sections === 2 ? R3.value! : 0);
    const r2 = R2.value || null;
    return [
      step('Base current', 'Ib = I/(B + 1)', 'baseCurrent', { I: 'loadCurrent', B: 'Q1.currentGain' }, 'emitter follower'),
      r2
        ? step(
            'Output',
            'Vo = Vin*R2/(Rs + R2) - Ib*Rs*R2/(Rs + R2) - Vbe',
            'outputVoltage',
            { Vin: 'inputVoltage', R2: [r2, 'ohm'], Rs: [rs, 'ohm'], Ib: 'baseCurrent', Vbe: 'Q1.forwardVoltage' },
            'Thevenin equivalent of the base network',
          )
        : step(
            'Output',
            'Vo = Vin - Ib*Rs - Vbe',
            'outputVoltage',
            { Vin: 'inputVoltage', Ib: 'baseCurrent', Rs: [rs, 'ohm'], Vbe: 'Q1.forwardVoltage' },
            'Kirchhoff',
          ),
      step(
        'Collector-emitter at the trough',
        'Vce = Vin - Vo - Vr/2',
        'troughDifferential',
        { Vin: 'inputVoltage', Vo: 'outputVoltage', Vr: 'inputRipple' },
        'definition',
      ),
      step(
        'Ripple that passes',
        'Vro = Vr*10^(-A/20)',
        'outputRipple',
        { Vr: 'inputRipple', A: 'rippleRejection' },
        'small-signal model of the follower with its base network',
      ),
      step(
        'Heat of Q1',
        'P = (Vin - Vo)*I*B/(B + 1) + Vbe*Ib',
        'dissipation',
        {
          Vin: 'inputVoltage',
          Vo: 'outputVoltage',
          I: 'loadCurrent',
          B: 'Q1.currentGain',
          Vbe: 'Q1.forwardVoltage',
          Ib: 'baseCurrent',
        },
        'power balance',
      ),
      step(
        'Junction',
        'Tj = Ta + P*theta',
        'junctionTemperature',
        { Ta: 'ambient', P: 'dissipation', theta: [junctionToAmbient(Q1, g), 'K/W'] },
        'JEDEC JESD51',
      ),
    ];
  },
  figure: (c) => {
    const { parts } = c.x;
    const second = c.x.given.sections === 2;
    // What stands right of the base network moves on for its second section.
    const [at, q] = second ? [285, 385] : [160, 330];
    const items: Drawn[] = [
      port(40, 40, 'in', say(c.x.given.inputVoltage, 'V'), 'left'),
      wire(40, 40, q, 40),
      dot(80, 40),
      wire(80, 40, 80, 120),
      part('resistor', [80, 120], 'right', 'R1', sayPart(parts.R1.value, 'ohm')),
      dot(160, 120),
      wire(150, 120, 160, 120),
      part('capacitor', [160, 120], 'down', 'C1', sayPart(parts.C1.value, 'F')),
      ground(160, 190),
    ];
    if (second)
      items.push(
        wire(160, 120, 200, 120),
        part('resistor', [200, 120], 'right', 'R3', sayPart(parts.R3.value, 'ohm')),
        wire(270, 120, at, 120),
        dot(at, 120),
        part('capacitor', [at, 120], 'down', 'C3', sayPart(parts.C3.value, 'F')),
        ground(at, 190),
      );
    items.push(wire(at, 120, q + 45, 120), wire(q + 45, 120, q + 45, 62));
    items.push({ sym: 'block', id: 'Q1', at: [q, 18], size: [90, 44], label: 'Q1', value: 'follower' });
    items.push(
      parts.R2.value
        ? part('resistor', [q, 120], 'down', 'R2', sayPart(parts.R2.value, 'ohm'))
        : thing('resistor', [q, 120], 'down', 'R2', 'not fitted', { dashed: true }),
    );
    items.push(ground(q, 190), wire(q + 90, 40, q + 140, 40), port(q + 140, 40, 'out', sayOut(c, 'outputVoltage', 'V')));
    return { width: q + 190, height: 220, title: 'Emitter follower with a smoothed base', items };
  },
  curves: (x) => [
    {
      id: 'rejection',
      title: 'Ripple rejection over frequency',
      x: { label: 'frequency', unit: 'Hz', log: true, from: 1, to: 1e5 },
      y: { label: 'rejection', unit: 'dB' },
      points: 100,
      marks: [{ axis: 'x', value: x.given.rippleFrequency, label: 'ripple' }],
      at: (f) => -toDb(through(x, f)),
    },
  ],
  bringUp: () => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit Q1 and its base network',
      text: 'Check collector, base and emitter against the datasheet of the very part, and the diode from base to input where the input can be shorted.',
    },
    { id: 'output', act: 'probe', title: 'Output at peak load', text: 'DC volts at the emitter.', expect: { point: 'emitter', of: 'outputVoltage' } },
    {
      id: 'ripple',
      act: 'probe',
      title: 'Ripple at low line',
      text: 'Scope AC coupled at 5 mV per division, peak load: no negative spikes, which would be breakthrough at the trough.',
    },
  ],
  schools: 'Multiplier (quiet, follows the line) or regulator (fixed volts, its own noise); bipolar (low drop) or MOSFET (no base current, 3–4 V drop).',
  sources: ['hybrid-pi model', 'emitter follower with finite output conductance', 'JEDEC JESD51'],
};
