<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

/** What a launch failed of. */
enum Failure: string
{
    case RuntimeTooOld = 'runtime-too-old';
    case Missing = 'missing';
    case NoLoader = 'no-loader';
    case WrongVersion = 'wrong-version';
    case Excluded = 'excluded';
    case Duplicate = 'duplicate';
    case Unreadable = 'unreadable';
    case WrongLoader = 'wrong-loader';
    case OutOfMemory = 'out-of-memory';
    /** The machine has less than was asked for. */
    case MachineMemory = 'machine-memory';
    /** The runtime does not begin with what it was started with. */
    case NotStarted = 'not-started';
    case MissingClass = 'missing-class';
    /** A method or a field that a class does not have. */
    case MissingMember = 'missing-member';
    case ClassDamaged = 'class-damaged';
    case MissingAssembly = 'missing-assembly';
    /** A library of machine code, or something in it, that the runtime was to load and does not find. */
    case MissingLibrary = 'missing-library';
    case WrongAssembly = 'wrong-assembly';
    case SameChange = 'same-change';
    case SameNumber = 'same-number';
    /** A server has another release of it. */
    case OtherThanServer = 'other-than-server';
    /** A server has nothing of it. */
    case NotOnServer = 'not-on-server';
    /** A server has something that is not here. */
    case OnlyOnServer = 'only-on-server';
    case BadConfig = 'bad-config';
    /** Another program listens where this one wants to. */
    case PortTaken = 'port-taken';
    case DiskFull = 'disk-full';
    case NoPermission = 'no-permission';
    /** More files are open than the system lets one program have. */
    case TooManyFiles = 'too-many-files';
    case PathTooLong = 'path-too-long';
    case WrongSide = 'wrong-side';
    case NativeCrash = 'native-crash';
    case Hung = 'hung';
    case Deadlock = 'deadlock';
    /** Calls that call each other without end. */
    case Endless = 'endless';
    /** Any other exception. */
    case Crash = 'crash';

    /** Whether the machine is to blame, or how the game is started, and no mod. */
    public function isOfNoMod(): bool
    {
        return match ($this) {
            self::OutOfMemory, self::MachineMemory, self::NoLoader, self::NotStarted, self::PortTaken => true,
            self::DiskFull, self::NoPermission, self::TooManyFiles, self::PathTooLong => true,
            default => false,
        };
    }

    /** Whether another kind, told of in the same breath, says more. */
    public function saysLessThan(self $other): bool
    {
        $rank = fn (self $kind): int => match ($kind) {
            self::Crash => 0, self::MissingClass, self::Unreadable => 1, self::Hung => 1, default => 2
        };

        return $rank($this) < $rank($other);
    }
}
