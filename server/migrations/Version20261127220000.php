<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A device counts for each person by itself, the shelf is read by an index, and every folded state is made anew: the rules by which it is folded have changed. */
final class Version20261127220000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Device counters by person; states folded anew';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE tape_entry DROP CONSTRAINT tape_entry_device_counter_key');
        $this->addSql('ALTER TABLE tape_entry ADD UNIQUE (person_id, device, counter)');
        $this->addSql('CREATE INDEX job_unit_of_unit ON job_unit (unit_id)');
        $this->addSql('CREATE INDEX job_on_the_shelf ON job (shelf_state, shelf_since)');
        $this->addSql('DELETE FROM bench_projection');
    }
}
