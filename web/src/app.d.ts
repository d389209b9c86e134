import '@sveltejs/kit';
