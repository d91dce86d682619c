<?php

declare(strict_types=1);

namespace Yew\Server\Formats;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Style\SymfonyStyle;
use Symfony\Component\Filesystem\Filesystem;
use Yew\Core\Quantity\Grammar;

/** The grammar's table is core's; the front end reads the file that this writes. */
#[AsCommand('formats:write', 'Writes docs/formats/quantity-grammar.json from core’s table')]
final readonly class WriteCommand
{
    public function __construct(private string $root)
    {
    }

    public function __invoke(SymfonyStyle $io): int
    {
        $json = json_encode(Grammar::table(), \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_PRESERVE_ZERO_FRACTION | \JSON_THROW_ON_ERROR);
        (new Filesystem())->dumpFile($this->root.'/docs/formats/quantity-grammar.json', $json."\n");
        $io->writeln('docs/formats/quantity-grammar.json written');

        return Command::SUCCESS;
    }
}
