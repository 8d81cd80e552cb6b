import type { BringUpStep } from '../../../stage/contract.ts';
import type { BringUpSpec, JudgedOf, NameOf } from '../../../stage/telling.ts';
import type { linearRegulator } from './index.ts';
import { say } from '../../../stage/words.ts';

/** Fit, feed from a limited supply, then read the output unloaded and loaded, then its heat. */
export function bringUp(c: JudgedOf<typeof linearRegulator>): BringUpSpec<NameOf<typeof linearRegulator>>[] {
  const { given: g, parts } = c.x;
  const slots = g.regulatorType === 'fixed' ? 'U1, its input capacitor and C2' : 'U1, its input capacitor, R1, R2 and C2';
  const idle = (c.nominal('dividerCurrent') ?? 0) + parts.U1.quiescentCurrent;
  const heat = c.out('dissipation').high;
  const theta = g.sinkToAmbient === null ? null : g.caseToSink + g.sinkToAmbient;
  const warm = heat !== null && theta !== null ? ` The case should stay below ${say(c.env.ambient.high + heat * theta, 'degC')}.` : '';
  return [
    {
      id: 'fit',
      act: 'fit',
      title: 'Fit the regulator',
      text: `Solder ${slots}, nothing else on its output. Check the pin order against the datasheet of this very part, then check with the ohmmeter that output and input are not shorted to ground.`,
    },
    {
      id: 'feed',
      act: 'feed',
      title: 'Feed it with a current limit',
      text: `Feed the input from a bench supply. It should draw about ${say(idle, 'A')}. If it runs into the limit, switch off and look for a short or a turned part.`,
      feed: { volts: g.inputVoltage, amps: Math.max(0.02, 2 * idle) },
    },
    { id: 'output', act: 'probe', title: 'Output, unloaded', text: 'DC volts at C2.', expect: { point: 'C2', of: 'outputVoltage' } },
    {
      id: 'ripple',
      act: 'probe',
      title: 'Ripple at peak load',
      text: 'Peak load, lowest input. Scope at C2, AC coupled, bandwidth limit on, short ground spring: peak-to-peak ripple.',
      expect: atMost('C2, AC coupled', c.out('outputRipple').nominal, c.out('outputRipple').high),
    },
    {
      id: 'heat',
      act: 'probe',
      title: 'Heat after twenty minutes',
      text: `Peak load, highest input, closed case, twenty minutes.${warm} Do not touch it: heatsinks above 60 °C burn.`,
    },
  ];
}

/** A reading that only has a top: anything from nothing up to twice the promise, which a scope probe's own noise eats. */
function atMost(point: string, nominal: number | null, high: number | null): BringUpStep['expect'] {
  return nominal === null || high === null ? undefined : { point, unit: 'V', low: 0, nominal, high: 2 * high + 0.002 };
}
