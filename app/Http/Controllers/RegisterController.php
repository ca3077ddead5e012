<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Jobs\LookOver;
use App\View\Register;
use Illuminate\View\View;

final class RegisterController
{
    public function __invoke(Register $register): View
    {
        $page = $register->page();
        if ($register->isStale()) {
            LookOver::dispatch();
        }

        return view('register', $page);
    }
}
