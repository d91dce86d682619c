<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The shop's own words, meters that are no longer in use, and how much an amplifier is played. */
final class Version20261128220000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Own words, retired meters, hours a week';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE shop ADD words JSONB NOT NULL DEFAULT '{}'");
        $this->addSql('ALTER TABLE shop_meter ADD retired_at TIMESTAMPTZ(6)');
        $this->addSql('ALTER TABLE job ADD weekly_hours DOUBLE PRECISION');
        $this->addSql('GRANT UPDATE ON shop_meter TO yew_app');
    }
}
