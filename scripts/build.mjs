import { build, install } from './set-up.mjs';

install();
build();
