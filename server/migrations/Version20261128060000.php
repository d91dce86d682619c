<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** States on the way through a long tape, so that a late entry is folded from the last one before it; and indexes for the order of observation. */
final class Version20261128060000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Checkpoints of folded states';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE bench_checkpoint (job_id UUID NOT NULL, unit_id UUID NOT NULL, unit_sequence BIGINT NOT NULL, observed_at TIMESTAMPTZ(6) NOT NULL, job_sequence BIGINT NOT NULL, document JSONB NOT NULL, PRIMARY KEY (job_id, unit_id, unit_sequence))');
        $this->addSql('GRANT SELECT, INSERT, UPDATE, DELETE ON bench_checkpoint TO yew_app');
        $this->addSql('CREATE INDEX tape_entry_as_observed ON tape_entry (job_id, unit_id, observed_at, job_sequence)');
        $this->addSql("CREATE INDEX tape_entry_corrections ON tape_entry (job_id, unit_id) WHERE kind = 'correction'");
        $this->addSql('DELETE FROM bench_projection');
    }
}
