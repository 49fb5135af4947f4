import { createApp } from 'vue';
import BesidePage from './BesidePage.vue';
import '../style.css';

createApp(BesidePage).mount('#app');
