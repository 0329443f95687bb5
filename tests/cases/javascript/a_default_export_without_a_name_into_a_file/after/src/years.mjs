export default 2026;
