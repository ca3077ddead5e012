@props(['because', 'names'])
{{ App\View\Because::words($because, $names) }}
