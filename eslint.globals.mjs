/** Names that scripts run by Node.js may use without importing them. */
export default { process: 'readonly', console: 'readonly', module: 'writable', setTimeout: 'readonly' };
