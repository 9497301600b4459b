/** Stands for style sheets, which tests do not look at. */
export default {};
