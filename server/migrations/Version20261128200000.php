<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Days that were promised and waited for, and the calendar’s own link. */
final class Version20261128200000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Promises, deliveries and the calendar';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE job ADD waits_until TIMESTAMPTZ(6), ADD promised_on DATE');
        $this->addSql('ALTER TABLE shop ADD calendar_token_hash CHAR(64)');
    }
}
