const files = require('./.dependency-cruiser.cjs');

/** No circle among folders either; tests aside, which put together what they need. */
module.exports = {
  forbidden: [
    { name: 'no-folder-cycles', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },
  ],
  options: {
    ...files.options,
    exclude: { path: '(^|/)(dist|node_modules)/|\\.(test|spec)\\.ts$|/testing/' },
  },
};
