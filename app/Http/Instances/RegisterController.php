<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Models\TaskKind;
use App\View\Register;
use App\Work\Tasks;
use Illuminate\View\View;

final class RegisterController
{
    public function __invoke(Register $register, Tasks $tasks): View
    {
        $page = $register->page();
        if ($register->isStale()) {
            $tasks->once(TaskKind::LookOver);
        }

        return view('register.page', $page);
    }
}
