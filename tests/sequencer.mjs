import Sequencer from "@jest/test-sequencer";

/**
 * Tests against a running instance share its data, so they run in one order everywhere, that of their paths: Jest's own
 * order follows what its cache remembers, and a fault in it shows on one machine only. Unit tests keep the longest first.
 */
export default class ByPath extends Sequencer {
  sort(tests) {
    const shared = tests.some(({ path }) => path.includes("/tests/"));
    return shared ? [...tests].sort((a, b) => (a.path < b.path ? -1 : 1)) : super.sort(tests);
  }
}
