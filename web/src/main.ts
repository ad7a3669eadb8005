import { mount } from 'svelte';
import App from './App.svelte';
import { keepApplication } from './lib/shell/keep';
import './app.css';

if (import.meta.env.PROD) keepApplication();

const target = document.getElementById('app');
if (!target) throw new Error('The page has no place for the application');
mount(App, { target });
