<?php

declare(strict_types=1);

namespace Yew\Server\Formats;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Style\SymfonyStyle;
use Symfony\Component\Filesystem\Filesystem;
use Yew\Core\Quantity\Grammar;

/** What the front end reads of core and server as files: the table of the grammar, and the whole contract of the API. */
#[AsCommand('formats:write', 'Writes docs/formats/quantity-grammar.json and docs/api/openapi.json')]
final readonly class WriteCommand
{
    public function __construct(private string $root, private OpenApi $api)
    {
    }

    public function __invoke(SymfonyStyle $io): int
    {
        $json = json_encode(Grammar::table(), \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_PRESERVE_ZERO_FRACTION | \JSON_THROW_ON_ERROR);
        (new Filesystem())->dumpFile($this->root.'/docs/formats/quantity-grammar.json', $json."\n");
        (new Filesystem())->dumpFile($this->root.'/docs/api/openapi.json', $this->api->json());
        $io->writeln('docs/formats/quantity-grammar.json and docs/api/openapi.json written');

        return Command::SUCCESS;
    }
}
