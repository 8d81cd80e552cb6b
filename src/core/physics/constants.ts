/** Boltzmann constant in J/K, exact. [SI] table 1 */
export const BOLTZMANN = 1.380649e-23;
/** Zero of the Celsius scale in K, exact. [SI] section 2.3.1 */
export const ZERO_CELSIUS = 273.15;
