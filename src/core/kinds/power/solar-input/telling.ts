import { window } from '../../../stage/bring-up.ts';
import { part, port, thing, wire } from '../../../stage/drawing.ts';
import { say, sayOut } from '../../../stage/words.ts';
import { step, type StepsOf, type Telling } from '../../../stage/telling.ts';
import { type solarInput, MONTHS, panel } from './index.ts';

/** How solar input is told: working, figure, circuit, curves and bring-up. */
export const telling: Telling<typeof solarInput> = {
  working: (c) => {
    const { given: g } = c.x;
    const p = panel(c.x);
    const steps: StepsOf<typeof solarInput> = [
      step('Panel current', 'Ip = P/V', 'panelCurrent', { P: 'panelPower', V: 'panelVoltage' }, 'standard test conditions'),
      step(
        'Hot panel',
        'Vh = V*(1 + kv*(Ta + dT - 25))',
        'hotPanelVoltage',
        { V: 'panelVoltage', kv: 'voltageTempco', Ta: 'ambient', dT: 'cellTemperatureRise' },
        'temperature coefficient',
      ),
      step(
        'Load a day',
        'El = 24*I*Vb + In*(24 - H)*Vb',
        'dailyLoad',
        { I: 'averageCurrent', Vb: 'batteryVoltage', In: 'nightLeakage', H: [p.least, 'h'] },
        'energy',
      ),
    ];
    if (c.nominal('dailyHarvest') === null) return steps;
    const der = g.soilingDerating * g.orientationDerating * g.wiringDerating;
    steps.push(
      g.coupling === 'tracking'
        ? step(
            `Harvest a day in ${MONTHS[p.worst]}`,
            'Eh = P*H*kp*der*eta*ch',
            'dailyHarvest',
            { P: 'panelPower', H: [p.least, 'h'], kp: [p.warm, 'ratio'], der: [der, 'ratio'], eta: 'converterEfficiency', ch: 'chargeEfficiency' },
            'held at its maximum-power point',
          )
        : step(
            `Harvest a day in ${MONTHS[p.worst]}`,
            'Eh = Ip*H*der*Vb*ch',
            'dailyHarvest',
            { Ip: 'panelCurrent', H: [p.least, 'h'], der: [der, 'ratio'], Vb: 'batteryVoltage', ch: 'chargeEfficiency' },
            'the panel is pulled to battery voltage',
          ),
      step('Harvest over load', 'k = Eh/El', 'surplus', { Eh: 'dailyHarvest', El: 'dailyLoad' }, 'energy balance of the worst month'),
    );
    return steps;
  },
  figure: (c) => ({
    width: 440,
    height: 120,
    title: 'Panel, diode and what it charges',
    items: [
      thing('panel', [40, 60], 'right', 'panel', say(c.x.given.panelPower, 'W')),
      part('diode', [130, 60], 'right', 'D1', say(c.x.parts.D1.forwardVoltage, 'V')),
      wire(110, 60, 130, 60),
      wire(200, 60, 340, 60),
      port(340, 60, 'charger', sayOut(c, 'peakChargeCurrent', 'A')),
    ],
  }),
  bringUp: (c) => [
    {
      id: 'open',
      act: 'probe',
      title: 'Open circuit',
      text: 'Panel unconnected, at the coldest clear dawn you can get: DC volts. Cover it before you wire it.',
      expect: window('panel, open', 'V', { ...c.out('coldOpenCircuitVoltage'), low: (c.out('coldOpenCircuitVoltage').low ?? 0) * 0.9 }),
    },
    { id: 'sun', act: 'probe', title: 'Charge current in sun', text: 'Ammeter in series at midday, square to the sun.' },
    { id: 'night', act: 'probe', title: 'At night', text: 'Current from the battery back into the dark panel.' },
  ],
  schools:
    'Direct or tracking (only worth it above a few watts or far from battery voltage); designed for the worst month, or shut down for the season; a large battery or a large panel.',
  sources: ['standard test conditions of photovoltaic panels', 'published monthly irradiation tables (enter your own)'],
};
