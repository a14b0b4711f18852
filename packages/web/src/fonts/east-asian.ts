/**
 * Chinese, Japanese and Korean: some hundred faces for each. Naming them alone weighs as much as the rest of the first
 * page, so they follow once it stands; text in them changes its face when they are there.
 */
import '@fontsource-variable/noto-sans-jp';
import '@fontsource-variable/noto-sans-kr';
import '@fontsource-variable/noto-sans-sc';
