<?php

declare(strict_types=1);

namespace App\Models;

/** What long work is about. */
enum TaskKind: string
{
    case Sync = 'sync';
    case Tend = 'tend';
    case Apply = 'apply';
    case Removal = 'removal';
    case Repair = 'repair';
    case Rehearsal = 'rehearsal';
    case Play = 'play';
    case World = 'world';
    case CleanUp = 'clean up';
    case Backup = 'backup';
    case CopyOwn = 'copy own';
    case CulpritSearch = 'culprit search';
    case Grid = 'grid';
    case Log = 'log';
    case Shelf = 'shelf';
    case Pack = 'pack';
    case Import = 'import';
    case WorkOut = 'work out';
    case LookOver = 'look over';
    case Trial = 'trial';
    case Whole = 'whole';
    case Install = 'install';
    case FirstLaunch = 'first launch';
    case Pictures = 'pictures';
    case Notices = 'notices';
    case Set = 'set';
    case PackTrial = 'pack trial';
    case PackPush = 'pack push';

    public function words(): string
    {
        return match ($this) {
            self::Sync => 'Reading a depot',
            self::Tend => 'Putting packages in order',
            self::Apply => 'Applying a draft',
            self::Removal => 'Deleting files',
            self::Repair => 'Reading every file',
            self::Rehearsal => 'Rehearsing',
            self::Play => 'Playing',
            self::World => 'Copying a world',
            self::CleanUp => 'Looking through the store',
            self::Backup => 'Keeping worlds',
            self::CopyOwn => 'Copying worlds and configs',
            self::CulpritSearch => 'Looking for a culprit',
            self::Grid => 'Trying every base',
            self::Log => 'Reading a log',
            self::Shelf => 'Reading a file of yours',
            self::Pack => 'Fetching a pack',
            self::Import => 'Reading a folder',
            self::WorkOut => 'Working out a line-up',
            self::LookOver => 'Looking over instances',
            self::Trial => 'Trying what would help',
            self::Whole => 'Keeping all of an instance',
            self::Install => 'Keeping a game\'s own files',
            self::FirstLaunch => 'Getting ready to try a definition',
            self::Pictures => 'Fetching pictures',
            self::Notices => 'Reading a list of notices',
            self::Set => 'Reading a set that goes on',
            self::PackTrial => 'Trying a pack',
            self::PackPush => 'Pushing a pack',
        };
    }

    /** What an instance that is busy with it says to whoever wants something else of it. */
    public function busy(): string
    {
        return match ($this) {
            self::Apply => 'A draft of this instance is being applied. Wait until it is done.',
            self::CulpritSearch => 'A culprit is being looked for in this instance. Wait until it is found, or stop the search.',
            self::Repair => 'Every file of this instance is being read. Wait until that is done.',
            self::Play => 'The worlds of this instance are being kept, so that it can be played. Wait until that is done.',
            self::Backup => 'The worlds of this instance are being kept. Wait until that is done.',
            self::Whole => 'All of this instance is being kept. Wait until that is done.',
            self::World => 'A world of this instance is being copied. Wait until that is done.',
            self::CopyOwn => 'Worlds and configs are being copied into this instance. Wait until that is done.',
            self::Rehearsal => 'This instance is being rehearsed. Wait until it is done, or stop it.',
            default => 'This instance is busy. Wait until that is done.',
        };
    }

    /** Seconds after which it is ended, whatever it is at. */
    public function longest(): int
    {
        return match ($this) {
            self::CulpritSearch => 7_200,
            self::WorkOut, self::Log => 300,
            self::Install, self::FirstLaunch => 7_200,
            default => 1_800,
        };
    }

    /** Whether instances may be otherwise after it, so that they have to be looked over. */
    public function changesThings(): bool
    {
        return in_array(
            $this,
            [
                self::Sync,
                self::Tend,
                self::Apply,
                self::Repair,
                self::Rehearsal,
                self::Play,
                self::World,
                self::CulpritSearch,
                self::Shelf,
                self::FirstLaunch,
            ],
            true,
        );
    }

    /** Whether it is of interest to somebody who looks at the top of a page. */
    public function isShown(): bool
    {
        return ! in_array($this, [self::LookOver, self::Removal, self::Trial, self::Pictures], true);
    }
}
