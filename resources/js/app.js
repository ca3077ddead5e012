import focus from '@alpinejs/focus';
import Alpine from 'alpinejs';
import { followLog } from './follow-log';
import { keys } from './keys';
import { liveSearch } from './live-search';
import { theatre } from './theatre';
import { theme } from './theme';
import { watchTasks } from './watch-tasks';

Alpine.plugin(focus);
Alpine.data('followLog', followLog);
Alpine.data('keys', keys);
Alpine.data('liveSearch', liveSearch);
Alpine.data('theatre', theatre);
Alpine.data('theme', theme);
Alpine.data('watchTasks', watchTasks);
Alpine.start();
