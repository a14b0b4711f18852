/** What every page is set in, and the scripts whose faces are few. */
import '@fontsource-variable/noto-sans-arabic';
import '@fontsource-variable/noto-sans-devanagari';
import '@fontsource-variable/noto-sans-hebrew';
import '@fontsource-variable/noto-sans-thai';
import '@fontsource-variable/source-sans-3';
import '@fontsource-variable/source-serif-4';
import '@fontsource-variable/source-serif-4/wght-italic.css';
import '@fontsource/source-code-pro/400.css';
