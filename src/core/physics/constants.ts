/** Charge of the electron in C, exact. [SI] table 1 */
export const ELEMENTARY_CHARGE = 1.602176634e-19;
/** Boltzmann constant in J/K, exact. [SI] table 1 */
export const BOLTZMANN = 1.380649e-23;
/** Zero of the Celsius scale in K, exact. [SI] section 2.3.1 */
export const ZERO_CELSIUS = 273.15;
