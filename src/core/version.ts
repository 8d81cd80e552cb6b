/** Version of the core: kept with every frozen revision, so that a figure can be traced to what computed it. */
export const VERSION_OF_CORE = '0.1.0';
