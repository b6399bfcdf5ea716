import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import '@fontsource-variable/bitter/index.css';
import '@mantine/core/styles.css';
import './app/base.css';
import { createRoot } from 'react-dom/client';
import { App } from './app/App';

const root = document.getElementById('root');
if (root) createRoot(root).render(<App />);
