<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** People whose access has ended, and the one-time links by which a password is set. */
final class Version20261128180000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Invitations and the end of access';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE person ADD ended_at TIMESTAMPTZ(6)');
        $this->addSql('CREATE TABLE invitation (id UUID NOT NULL, person_id UUID NOT NULL REFERENCES person (id), token_hash CHAR(64) NOT NULL, expires_at TIMESTAMPTZ(6) NOT NULL, closed_at TIMESTAMPTZ(6), made_at TIMESTAMPTZ(6) NOT NULL, made_by UUID NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE UNIQUE INDEX invitation_token ON invitation (token_hash)');
        $this->addSql('CREATE INDEX invitation_person ON invitation (person_id)');
        $this->addSql('GRANT SELECT, INSERT, UPDATE ON invitation TO yew_app');
    }
}
