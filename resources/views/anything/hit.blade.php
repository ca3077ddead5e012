<span class="what">{{ $hit->what }}</span> <b>{{ $hit->title }}</b> <span class="soft">{{ $hit->more }}</span>
