import { passes } from '../../../circuit/measure.ts';
import type { Element } from '../../../circuit/netlist.ts';
import { dot, ground, part, port, wire, type Drawn } from '../../../stage/drawing.ts';
import { step, type Telling } from '../../../stage/telling.ts';
import { say, sayOut, sayPart } from '../../../stage/words.ts';
import { network, silenceToOutlast } from './laws.ts';
import type { watchdog } from './index.ts';

export const telling: Telling<typeof watchdog> = {
  working: (c) => {
    const n = network(c.x);
    const { given: g } = c.x;
    const charge = { Rc: [n.charging, 'ohm'] as const, C1: 'C1.value' as const, Vi: [n.towards, 'V'] as const, Vh: [n.high, 'V'] as const };
    const exponential = 'first-order exponential';
    const fires = c.nominal('timeout') !== null;
    return [
      step(
        'Leakage',
        'I = Ic + It + Iq',
        [n.leak, 'A'],
        { Ic: 'C1.leakageCurrent', It: 'U1.thresholdCurrent', Iq: 'Q1.leakageCurrent' },
        'all flows out of C1',
      ),
      step('Upper threshold', 'Vh = k*Vs', [n.high, 'V'], { k: 'U1.thresholdHigh', Vs: 'given.supplyVoltage' }, 'share of the supply'),
      step('Lower threshold', 'Vl = Vh/2*(1 + d)', [n.low, 'V'], { Vh: [n.high, 'V'], d: 'U1.thresholdTracking' }, 'one ladder inside'),
      step(
        'Charges towards',
        'Vi = Vs - I*(R1 + R2)',
        [n.towards, 'V'],
        { Vs: 'given.supplyVoltage', I: [n.leak, 'A'], R1: 'R1.value', R2: 'R2.value' },
        'Ohm',
      ),
      ...(n.coupling !== null && n.refresh > 0
        ? [
            step(
              'Refresh that counts',
              'tr = min(tp, R4*C2*log(Vr/Vq))',
              'refreshTime',
              { tp: 'refreshPulse', R4: 'R4.value', C2: 'C2.value', Vr: 'refreshHigh', Vq: 'Q1.turnOnVoltage' },
              'the coupling holds Q1 on no longer',
            ),
          ]
        : []),
      step(
        'Residue',
        'q = (Vf + (Vh - Vf)*exp(-tr/(Re*C1)))/Vh',
        'residualShare',
        { Vf: [n.floor, 'V'], Vh: [n.high, 'V'], tr: 'refreshTime', Re: [n.emptying, 'ohm'], C1: 'C1.value' },
        `${exponential} from the worst start, just below the threshold`,
      ),
      ...(fires
        ? [
            step('Time-out', 't = Rc*C1*log((Vi - q*Vh)/(Vi - Vh))', 'timeout', { ...charge, q: 'residualShare' }, exponential),
            step('Grace after a reset', 't = Rc*C1*log((Vi - Vl)/(Vi - Vh))', 'graceTime', { ...charge, Vl: [n.low, 'V'] }, exponential),
            step('Grace after power-up', 't = Rc*C1*log(Vi/(Vi - Vh))', 'powerUpGrace', charge, exponential),
            step('Time-out over silence', 'q = t/ts', 'silenceRatio', { t: 'timeout', ts: 'longestSilence' }, 'ratio'),
          ]
        : []),
      ...(c.nominal('resetPulseWidth') === null
        ? []
        : [
            step(
              'Reset pulse',
              'tw = Rd*C1*log((Vh - Vd)/(Vl - Vd))',
              'resetPulseWidth',
              { Rd: [n.discharging, 'ohm'], C1: 'C1.value', Vh: [n.high, 'V'], Vl: [n.low, 'V'], Vd: [n.down, 'V'] },
              exponential,
            ),
            ...(fires ? [step('Outage', 'to = t + tw + tu', 'outage', { t: 'timeout', tw: 'resetPulseWidth', tu: 'startUpTime' }, 'sum')] : []),
            step(
              'Outage with a second controller',
              'to = ts*(1 + d)/(1 - d) + tw + tu',
              'secondControllerOutage',
              { ts: [silenceToOutlast(g), 's'], d: 'secondControllerTolerance', tw: 'resetPulseWidth', tu: 'startUpTime' },
              'its clock slow when set, fast when it bites',
            ),
          ]),
      step(
        'Share of leakage',
        'q = I*Rc/(Vs - Vh)',
        'leakageShare',
        { I: [n.leak, 'A'], Rc: [n.charging, 'ohm'], Vs: 'given.supplyVoltage', Vh: [n.high, 'V'] },
        'ratio',
      ),
      step('Refresh surge', 'I = Vh/(R3 + Rq)', 'refreshPeakCurrent', { Vh: [n.high, 'V'], R3: 'R3.value', Rq: 'Q1.onResistance' }, 'Ohm'),
      step(
        'Discharge surge',
        'I = Vs/R1 + Vh/(R2 + Ron)',
        'dischargePeakCurrent',
        { Vs: 'given.supplyVoltage', R1: 'R1.value', Vh: [n.high, 'V'], R2: 'R2.value', Ron: 'U1.dischargeResistance' },
        'Ohm',
      ),
      step('Sink current of reset', 'I = Vr/(Rp + Ro)', 'resetSinkCurrent', { Vr: 'resetVoltage', Rp: 'resetPullUp', Ro: 'U1.outputResistance' }, 'Ohm'),
      step('Reset, low', 'V = I*Ro', 'resetLowVoltage', { I: 'resetSinkCurrent', Ro: 'U1.outputResistance' }, 'Ohm'),
      ...(n.coupling === null
        ? []
        : [
            step(
              'Drive below ground',
              'V = Vr*(1 - exp(-tp/(R4*C2)))',
              'negativeDrive',
              { Vr: 'refreshHigh', tp: 'refreshPulse', R4: 'R4.value', C2: 'C2.value' },
              'what C2 has charged to when the pin falls',
            ),
          ]),
      step(
        'Internal watchdog over silence',
        'q = tm*(1 - d)/ts',
        'internalWatchdogRatio',
        { tm: 'internalWatchdogMaximum', d: 'internalWatchdogTolerance', ts: [silenceToOutlast(g), 's'] },
        'its clock at the fast end',
      ),
    ].filter((s) => s.gives !== 'negativeDrive' || g.refreshHigh > 0);
  },
  figure: (c) => {
    const { given: g, parts } = c.x;
    const through = g.refreshCoupling === 'capacitor';
    const gate: Drawn[] = through
      ? [
          port(40, 300, 'refresh', say(g.refreshHigh, 'V'), 'left'),
          wire(40, 300, 60, 300),
          part('capacitor', [60, 300], 'right', 'C2', sayPart(parts.C2.value, 'F')),
          wire(130, 300, 190, 300),
          dot(160, 300),
          part('resistor', [160, 300], 'down', 'R4', sayPart(parts.R4.value, 'ohm'), { side: -1 }),
          ground(160, 370),
        ]
      : [port(100, 300, 'refresh', say(g.refreshHigh, 'V'), 'left'), wire(100, 300, 190, 300)];
    return {
      width: 720,
      height: 430,
      title: 'Timer that a refresh keeps from firing',
      items: [
        port(330, 30, `supply ${say(g.supplyVoltage, 'V')}`, '', 'top'),
        wire(330, 30, 330, 40),
        part('resistor', [330, 40], 'down', 'R1', sayPart(parts.R1.value, 'ohm'), { side: -1 }),
        dot(330, 120),
        wire(330, 110, 330, 130),
        wire(330, 120, 440, 120),
        part('resistor', [330, 130], 'down', 'R2', sayPart(parts.R2.value, 'ohm'), { side: -1 }),
        wire(330, 200, 330, 220),
        dot(330, 220),
        wire(330, 220, 440, 220),
        wire(230, 220, 330, 220),
        part('resistor', [230, 220], 'down', 'R3', sayPart(parts.R3.value, 'ohm'), { side: -1 }),
        { sym: 'block', id: 'Q1', at: [190, 290], size: [80, 44], label: 'Q1' },
        ground(230, 334),
        ...gate,
        wire(330, 220, 330, 250),
        part('capacitor', [330, 250], 'down', 'C1', sayPart(parts.C1.value, 'F')),
        ground(330, 320),
        {
          sym: 'block',
          id: 'U1',
          at: [440, 80],
          size: [140, 190],
          label: 'U1',
          pins: [
            { x: 440, y: 120, name: 'discharge', side: 'left' },
            { x: 440, y: 220, name: 'threshold', side: 'left' },
          ],
        },
        wire(580, 170, 640, 170),
        dot(620, 170),
        wire(620, 170, 620, 140),
        part('resistor', [620, 140], 'up', 'pull-up', say(g.resetPullUp, 'ohm')),
        port(620, 60, say(g.resetVoltage, 'V'), '', 'top'),
        wire(620, 60, 620, 70),
        port(640, 170, 'reset', ''),
        { sym: 'text', at: [400, 400], text: `bites after ${sayOut(c, 'timeout', 's')}, resets for ${sayOut(c, 'resetPulseWidth', 's')}`, value: true },
      ],
    };
  },
  simulate: (x, o) => {
    const n = network(x);
    if (n.towards <= n.high || n.low <= n.down) return null;
    const run = (node: string, ohms: number, towards: number, initial: number): Element[] => [
      { is: 'voltage', name: `Vs${node}`, a: `s${node}`, b: '0', wave: { sort: 'dc', value: towards + n.leak * ohms } },
      { is: 'resistor', name: `R${node}`, a: `s${node}`, b: node, ohms },
      { is: 'capacitor', name: `C${node}`, a: node, b: '0', farads: x.parts.C1.value, initial },
      { is: 'current', name: `I${node}`, a: node, b: '0', wave: { sort: 'dc', value: n.leak } },
    ];
    const at = (time: number) => ({ stop: 1.5 * time, step: time / 2000, start: 'rest' as const });
    return {
      elements: [
        ...run('refreshed', n.charging, n.towards, n.residual),
        ...run('resetting', n.discharging, n.down, n.high),
        ...run('restarted', n.charging, n.towards, n.low),
      ],
      out: 'refreshed',
      band: [0.01 / o.timeout!, 100 / o.timeout!],
      time: { stop: 1.5 * o.timeout!, start: 'rest' },
      confirms: {
        timeout: (b) => b.over({ ...at(o.timeout!), outputs: ['refreshed'] }, (t) => passes(t, 'refreshed', n.high)),
        resetPulseWidth: (b) => b.over({ ...at(o.resetPulseWidth!), outputs: ['resetting'] }, (t) => passes(t, 'resetting', n.low)),
        graceTime: (b) => b.over({ ...at(o.graceTime!), outputs: ['restarted'] }, (t) => passes(t, 'restarted', n.high)),
      },
    };
  },
  curves: (x, _env, o) => {
    const n = network(x);
    const silence = x.given.longestSilence;
    const rises = (start: number, t: number) => n.towards + (start - n.towards) * Math.exp(-t / (n.charging * x.parts.C1.value));
    const { timeout, resetPulseWidth: width, graceTime } = o;
    // Two refreshes, then it hangs: time-out, reset, restart without a refresh.
    const at = (t: number): number => {
      if (t < 2 * silence) return rises(n.residual, t % silence);
      const hung = t - 2 * silence;
      if (timeout === undefined || hung < timeout) return rises(n.residual, hung);
      if (width === undefined || graceTime === undefined) return NaN;
      const again = (hung - timeout) % (width + graceTime);
      return again < width ? n.down + (n.high - n.down) * Math.exp(-again / (n.discharging * x.parts.C1.value)) : rises(n.low, again - width);
    };
    return [
      {
        id: 'capacitor',
        title: 'Voltage of C1: refreshed twice, then hung',
        x: { label: 'time', unit: 's', log: false, from: 0, to: 2 * silence + 1.1 * ((timeout ?? silence) + 2 * (graceTime ?? 0)) },
        y: { label: 'C1', unit: 'V' },
        points: 401,
        marks: [
          { axis: 'y', value: n.high, label: 'fires' },
          { axis: 'y', value: n.low, label: 'releases reset' },
          { axis: 'x', value: 2 * silence, label: 'last refresh' },
        ],
        at,
      },
    ];
  },
  bringUp: (c) => [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit the timer and its parts',
      text: 'Solder R1 to R4, C1, C2, Q1 and the timer with its two capacitors; leave the controller’s reset open at first.',
    },
    {
      id: 'timeout',
      act: 'probe',
      title: 'Time-out',
      text: 'Stop the refresh in test firmware and time the reset five times from the last refresh, with a clock.',
      ...(c.nominal('timeout') === null ? {} : { expect: { point: 'reset', of: 'timeout' as const } }),
    },
    {
      id: 'pulse',
      act: 'probe',
      title: 'Reset pulse',
      text: 'Oscilloscope at reset, single shot.',
      ...(c.nominal('resetPulseWidth') === null ? {} : { expect: { point: 'reset', of: 'resetPulseWidth' as const } }),
    },
    {
      id: 'grace',
      act: 'probe',
      title: 'Second reset',
      text: 'Still without a refresh: the time from the first reset to the second is the grace that the program has to start.',
      ...(c.nominal('graceTime') === null ? {} : { expect: { point: 'reset', of: 'graceTime' as const } }),
    },
    { id: 'stuck', act: 'probe', title: 'Stuck pin', text: 'Hold the refresh pin high and see that it still fires; then low.' },
  ],
  schools:
    'An external timer (no clock and no firmware in common, wide spread), the internal watchdog (free, can be misconfigured, short, on the same clock), or a second controller (exact, windowed, another firmware to trust).',
  sources: ['first-order exponentials between thresholds', 'practice of windowed and edge watchdogs'],
};
