// npm run build
import { build, install } from './setup.mjs';

install();
build();
