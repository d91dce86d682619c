<?php

declare(strict_types=1);

namespace Yew\Server\Compute;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Yew\Core\Codec\BadData;

/** `bin/bench compute NAME < in.json > out.json`: exit 0, or 2 with a message on bad input. */
#[AsCommand('compute', 'Runs one computation: JSON in from standard input, JSON out')]
final class ComputeCommand extends Command
{
    private const LARGEST_BYTES = 4_000_000;

    public function __construct(private readonly ComputeDoor $door)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('name', InputArgument::OPTIONAL, 'such as judge-reading')->addOption('list', null, InputOption::VALUE_NONE, 'list the computations');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $name = $input->getArgument('name');
        if (true === $input->getOption('list') || !\is_string($name)) {
            foreach ($this->door->list() as $form => $summary) {
                $output->writeln(\sprintf('%-20s %s', $form, $summary));
            }

            return Command::SUCCESS;
        }
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $text = (string) stream_get_contents(\STDIN, self::LARGEST_BYTES + 1);
        try {
            if (\strlen($text) > self::LARGEST_BYTES) {
                throw BadData::at('', 'the input is too large');
            }
            $in = json_decode($text, true, 32, \JSON_THROW_ON_ERROR);
            $out = $this->door->run($name, \is_array($in) ? $in : throw BadData::at('', 'an object belongs here'));
        } catch (BadData $e) {
            $errors->writeln($e->getMessage(), OutputInterface::OUTPUT_RAW);

            return Command::INVALID;
        } catch (\JsonException $e) {
            $errors->writeln('the input is not JSON: '.$e->getMessage(), OutputInterface::OUTPUT_RAW);

            return Command::INVALID;
        }
        $output->writeln(json_encode($out, \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR), OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}
