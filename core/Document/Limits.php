<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

/**
 * How much of anything is taken: readers, forms and the columns of the database go by these and by no others, so that what
 * is let in can be kept, laid and shown. Lengths are in characters unless they are said to be in bytes.
 */
final class Limits
{
    public const ID = 100;

    public const VERSION = 100;

    /** Of a range, as its author wrote it. */
    public const RANGE = 300;

    public const NAME = 120;

    public const SUMMARY = 500;

    /** Of a notice, a note of one's own, or the reason of a relation. */
    public const REMARK = 1_000;

    /** Of what has changed in a release. */
    public const NOTES = 4_000;

    public const CATEGORY = 60;

    public const CATEGORIES = 20;

    public const NOTICES = 50;

    public const UNDERSTUDIES = 50;

    /** Of one package. */
    public const RELEASES = 5_000;

    /** Of one release: what it needs, suggests, breaks and provides together. */
    public const RELATIONS = 1_000;

    /** Of one package, its releases together; what says the same counts each time. */
    public const RELATIONS_IN_ALL = 100_000;

    /** Of one need. */
    public const ALTERNATIVES = 50;

    /** Wordings of failures in a definition. */
    public const SIGNATURES = 300;

    /** Of a file that is laid as it is. */
    public const FILE_NAME = 200;

    /** Of a path in an instance's folder, in bytes. */
    public const PATH = 1_000;

    /** Folders that a path in an archive or an instance's folder may lead through. */
    public const DEPTH = 64;

    /** Of a path below a depot's address, in bytes. */
    public const DEPOT_PATH = 240;

    /** Of a depot's address. */
    public const ADDRESS = 250;

    /** Bytes of one package as a depot describes it. */
    public const PACKAGE = 8_000_000;

    /** Bytes of all that a depot sends in one answer. */
    public const ANSWER = 4_000_000_000;

    /** Packages of a depot. */
    public const PACKAGES = 200_000;

    public const DOWNLOADS = 1_000_000_000_000;

    public const FILE_SIZE = 1_000_000_000_000;
}
