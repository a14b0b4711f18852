/** What components are tested in: a page without a browser (jsdom), with what browsers have and it has not. */
/* global TextEncoder, TextDecoder, structuredClone, Headers */
import { TestEnvironment } from 'jest-environment-jsdom';

export default class PageEnvironment extends TestEnvironment {
  constructor(config, context) {
    super(config, context);
    Object.assign(this.global, { TextEncoder, TextDecoder, structuredClone, Headers, Blob });
  }
}
