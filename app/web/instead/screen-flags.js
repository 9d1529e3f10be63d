/* Flags of the screens of a phone's own system: a page has none. */
export const initScreensFeatureFlags = () => undefined;
