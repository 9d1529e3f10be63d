/** The style sheet as React Native's parts take it. */
declare const StyleSheet: unknown;
export default StyleSheet;
