<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Reports are made outside the request that asks for them. */
final class Version20261128080000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Reports that are being made';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE report_order (id UUID NOT NULL, job_id UUID NOT NULL REFERENCES job (id), asked_at TIMESTAMPTZ(6) NOT NULL, asked_by UUID NOT NULL, stage VARCHAR(20) NOT NULL, PRIMARY KEY (id))');
        $this->addSql('GRANT SELECT, INSERT, UPDATE, DELETE ON report_order TO yew_app');
    }
}
