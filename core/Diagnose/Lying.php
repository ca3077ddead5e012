<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

/** What is known of an instance's folder beside its line-up: what nobody has laid there, and what is not as it was laid. */
final readonly class Lying
{
    /**
     * @param  array<string, string>  $strays  path => the package that the file says it is, or nothing
     * @param  list<string>|null  $disturbed  packages of which a file is gone or was written into; null where nobody has looked
     */
    public function __construct(private array $strays = [], private ?array $disturbed = null)
    {
    }

    /**
     * Strays that a failure is about: by the package that they say they are, or by their names.
     *
     * @param  list<string>  $packages
     * @param  string  $files  names or paths, as a log has them
     * @return list<string> paths
     */
    public function about(array $packages, string $files): array
    {
        $about = [];
        foreach ($this->strays as $path => $package) {
            $isNamed = $files !== '' && preg_match('/(?<![\w.-])'.preg_quote(basename((string) $path), '/').'(?![\w-])/', $files) === 1;
            if ($isNamed || ($package !== '' && in_array($package, $packages, true))) {
                $about[] = (string) $path;
            }
        }

        return $about;
    }

    /** Whether laying a package's files anew can make a difference; where nobody has looked, it may. */
    public function canBePutBack(string $package): bool
    {
        return $this->disturbed === null || ($package === '' ? $this->disturbed !== [] : in_array($package, $this->disturbed, true));
    }
}
