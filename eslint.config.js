import js from '@eslint/js';
import globals from 'globals';

export default [
    { ignores: ['public/', 'vendor/', 'var/', 'storage/'] },
    js.configs.recommended,
    { rules: { eqeqeq: 'error', 'prefer-const': 'error', 'no-var': 'error', curly: 'error' } },
    { files: ['resources/js/**'], languageOptions: { globals: globals.browser } },
    { files: ['tests/**', 'docs/**', 'bench/**', '*.js'], languageOptions: { globals: { ...globals.node, ...globals.browser } } },
];
