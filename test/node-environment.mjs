/**
 * What tests run in. Jest looks up each global name, `Math` too, through a proxy, which makes computing about five times
 * slower; with a global object of its own kind (Node's `vm.constants.DONT_CONTEXTIFY`) it takes as long as outside.
 */
import vm from 'node:vm';
import { TestEnvironment } from 'jest-environment-node';

const { createContext } = vm;

export default class PlainEnvironment extends TestEnvironment {
  constructor(config, context) {
    vm.createContext = () => createContext(vm.constants.DONT_CONTEXTIFY);
    try {
      super(config, context);
    } finally {
      vm.createContext = createContext;
    }
  }
}
