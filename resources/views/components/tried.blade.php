{{-- What is said where not everything that could help was tried; nothing where it was. --}}
@props(['instance', 'whole' => true])
@inject('trials', 'App\Drafts\Trials')
@unless ($whole)
    @if ($trials->isOpen($instance))
        <p class="soft" role="status" x-data="again(2000)">What else would help is being worked out.</p>
    @else
        <p class="soft">Not all that could help could be worked out within a minute.</p>
    @endif
@endunless
